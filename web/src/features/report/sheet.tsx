/** A page of A4 as reports have it: head, foot, type. */
import { Page, StyleSheet, Text, View } from "@react-pdf/renderer";
import type { ReactNode } from "react";
import { FAMILY } from "./fonts";

/** Colours of the look, as printed on white. */
export const INK = {
  ink: "#1d2328",
  soft: "#55595d",
  line: "#cfcabd",
  steel: "#2a5674",
  wash: "#d3dee6",
  red: "#b93f29",
  green: "#2a6048",
  brass: "#8a6114",
} as const;

export const styles = StyleSheet.create({
  page: {
    fontFamily: FAMILY,
    fontSize: 10,
    color: INK.ink,
    paddingTop: 42,
    paddingBottom: 64,
    paddingHorizontal: 46,
  },
  // On the page itself it would push the foot off the paper.
  body: { fontSize: 10, lineHeight: 1.4 },
  head: {
    flexDirection: "row",
    justifyContent: "space-between",
    alignItems: "flex-end",
    borderBottomWidth: 1.5,
    borderBottomColor: INK.ink,
    paddingBottom: 8,
    marginBottom: 14,
  },
  title: { fontSize: 21, fontWeight: 700, lineHeight: 1.15, maxWidth: 400 },
  about: { color: INK.soft, marginTop: 4 },
  mark: { color: INK.soft, textAlign: "right" },
  heading: { fontSize: 11, fontWeight: 700, marginTop: 12, marginBottom: 2 },
  columns: { flexDirection: "row", gap: 18 },
  column: { flex: 1 },
  row: {
    flexDirection: "row",
    borderBottomWidth: 0.5,
    borderBottomColor: INK.line,
    paddingVertical: 4,
  },
  name: { flex: 2.2 },
  cell: { flex: 2, textAlign: "right" },
  soft: { color: INK.soft, fontSize: 9 },
  caution: {
    marginTop: 14,
    paddingVertical: 6,
    paddingLeft: 12,
    borderLeftWidth: 3,
    borderLeftColor: INK.brass,
  },
  foot: {
    position: "absolute",
    left: 46,
    right: 46,
    bottom: 30,
    flexDirection: "row",
    justifyContent: "space-between",
    borderTopWidth: 0.75,
    borderTopColor: INK.ink,
    paddingTop: 6,
    color: INK.soft,
    fontSize: 9,
  },
});

export function Sheet({
  title,
  about,
  mark,
  signed,
  children,
}: {
  title: string;
  about: string;
  mark: string;
  /** Who answers for it, and when. */
  signed: string;
  children: ReactNode;
}) {
  return (
    <Page size="A4" style={styles.page}>
      <View style={styles.foot} fixed>
        <Text>{signed}</Text>
        <Text render={({ pageNumber, totalPages }) => `${pageNumber} of ${totalPages}`} />
      </View>
      <View style={styles.head}>
        <View>
          <Text style={styles.title}>{title}</Text>
          <Text style={styles.about}>{about}</Text>
        </View>
        <Text style={styles.mark}>{mark}</Text>
      </View>
      <View style={styles.body}>{children}</View>
    </Page>
  );
}
