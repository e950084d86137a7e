/* eslint-disable jsx-a11y/alt-text -- the picture of a printed page; its caption stands under it */
import { Document, Image, Text, View } from "@react-pdf/renderer";
import type { FactPart } from "@/features/next-pump";
import { INK, Sheet, styles } from "./sheet";

export interface ClaimPrint {
  readonly title: string;
  readonly about: string;
  readonly lead: string;
  readonly signed: string;
  readonly mark: string;
  readonly parts: readonly FactPart[];
  readonly visits: readonly {
    readonly id: string;
    readonly title: string;
    readonly says: readonly string[];
    /** Name, as read, when. */
    readonly readings: readonly (readonly [string, string, string])[];
    readonly pictures: readonly { readonly about: string; readonly bytes: Buffer }[];
  }[];
}

/** What a maker gets with a claim: dates, plates, and the calls with what was read and photographed. */
export function ClaimDocument({ title, about, lead, signed, mark, parts, visits }: ClaimPrint) {
  return (
    <Document title={title} author="Yard Tack" subject={about} language="en">
      <Sheet {...{ title, about, mark, signed }}>
        <Text>{lead}</Text>
        <Facts parts={parts} />
        <Text style={styles.heading}>What happened</Text>
        {visits.length === 0 ? <Text style={styles.soft}>No call is in its log.</Text> : null}
        {visits.map((v) => (
          <View key={v.id} style={{ marginBottom: 8 }}>
            <Text style={{ fontWeight: 600 }} minPresenceAhead={40}>
              {v.title}
            </Text>
            {v.says.map((s) => (
              <Text key={s}>{s}</Text>
            ))}
            {v.readings.map(([name, raw, at]) => (
              <View key={`${name}/${at}`} style={styles.row} wrap={false}>
                <Text style={styles.name}>{name}</Text>
                <Text style={styles.cell}>{raw}</Text>
                <Text style={[styles.cell, { color: INK.soft }]}>{at}</Text>
              </View>
            ))}
            <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 10, marginTop: 6 }}>
              {v.pictures.map((p) => (
                <View key={p.about} wrap={false}>
                  <Image
                    src={p.bytes}
                    style={{ height: 150, maxWidth: 240, objectFit: "contain" }}
                  />
                  <Text style={styles.soft}>{p.about}</Text>
                </View>
              ))}
            </View>
          </View>
        ))}
        <Text style={[styles.soft, { marginTop: 8 }]}>
          Pressures are gauge pressures where “abs” does not stand with them; readings stand as they
          were read.
        </Text>
      </Sheet>
    </Document>
  );
}

/** Names and what stands there, part by part. */
export function Facts({ parts }: Pick<ClaimPrint, "parts">) {
  return parts.map((part) => (
    <View key={part.title}>
      <Text style={styles.heading} minPresenceAhead={30}>
        {part.title}
      </Text>
      {part.facts.length === 0 ? <Text style={styles.soft}>It has not been read yet.</Text> : null}
      {part.facts.map(([name, value]) => (
        <View key={name} style={styles.row} wrap={false}>
          <Text style={styles.name}>{name}</Text>
          <Text style={[styles.cell, value === undefined ? { color: INK.soft } : {}]}>
            {value ?? "not known"}
          </Text>
        </View>
      ))}
    </View>
  ));
}
