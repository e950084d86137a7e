import { Document, Text } from "@react-pdf/renderer";
import { type ClaimPrint, Facts } from "./claim-document";
import { Sheet, styles } from "./sheet";

export type NextPrint = Omit<ClaimPrint, "visits">;

/** The card that the next pump is ordered and fitted from. */
export function NextDocument({ title, about, lead, signed, mark, parts }: NextPrint) {
  return (
    <Document title={title} author="Yard Tack" subject={about} language="en">
      <Sheet {...{ title, about, mark, signed }}>
        <Text>{lead}</Text>
        <Facts parts={parts} />
        <Text style={[styles.soft, { marginTop: 8 }]}>
          A pump is chosen by its curve on this system, not by its power. Supply, starter and wiring
          are a licensed trade’s; local codes come first. Pressures are gauge pressures where “abs”
          does not stand with them.
        </Text>
      </Sheet>
    </Document>
  );
}
