import { Text, View } from "@react-pdf/renderer";
import type { FireCertificate } from "@yard-tack/core/report";
import { INK, styles } from "./sheet";

/** Who answers for a fire-water test with their name. */
const SIGNERS = ["Tested by", "Seen by, for the owner", "For the authority in charge"];

const INKS = { pass: INK.green, fail: INK.red, "not-shown": INK.soft } as const;

/** The three points of a fire-water pump on a page of their own, with room for the names of those who saw it. */
export function FirePage({ fire, about }: { fire: FireCertificate; about: string }) {
  return (
    <View break>
      <Text style={[styles.title, { marginBottom: 4 }]}>Fire-water test: three points</Text>
      <Text style={styles.about}>{about}</Text>
      <Text style={{ marginTop: 8 }}>Rated: {fire.rated}</Text>
      <View style={[styles.row, { borderBottomColor: INK.ink, marginTop: 8 }]}>
        <Text style={[styles.name, styles.soft, { flex: 1.2 }]}>Point</Text>
        <Text style={[styles.cell, styles.soft]}>asked</Text>
        <Text style={[styles.cell, styles.soft, { flex: 3 }]}>
          measured, brought to rated speed
        </Text>
        <Text style={[styles.cell, styles.soft, { flex: 1 }]}>of its sheet</Text>
        <Text style={[styles.cell, styles.soft]}>so</Text>
      </View>
      {fire.rows.map((r) => (
        <View key={r.name} style={styles.row} wrap={false}>
          <Text style={[styles.name, { flex: 1.2 }]}>{r.name}</Text>
          <Text style={styles.cell}>{r.asked}</Text>
          <Text style={[styles.cell, { flex: 3 }]}>{r.measured}</Text>
          <Text style={[styles.cell, { flex: 1 }]}>{r.ofSheet}</Text>
          <Text style={[styles.cell, { color: INKS[r.verdict] }]}>{r.so}</Text>
        </View>
      ))}
      <Text style={{ marginTop: 10 }}>{fire.sentence}</Text>
      <View style={[styles.columns, { marginTop: 48 }]}>
        {SIGNERS.map((who) => (
          <View
            key={who}
            style={[
              styles.column,
              { borderTopWidth: 0.75, borderTopColor: INK.ink, paddingTop: 4 },
            ]}
          >
            <Text style={styles.soft}>{who}: name, day</Text>
          </View>
        ))}
      </View>
    </View>
  );
}
