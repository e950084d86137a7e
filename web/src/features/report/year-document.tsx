import { Document, Text, View } from "@react-pdf/renderer";
import type { SiteYear } from "@yard-tack/core/report";
import { INK, Sheet, styles } from "./sheet";

export interface YearPrint {
  readonly report: SiteYear;
  readonly about: string;
  readonly signed: string;
  readonly mark: string;
  /** Days of the calls, in the order of the report. */
  readonly days: readonly string[];
}

/** What an owner gets of a year of a place. */
export function YearDocument({ report, about, signed, mark, days }: YearPrint) {
  const { title, lead, rows, calls, again, promised } = report;
  return (
    <Document title={title} author="Yard Tack" subject={about} language="en">
      <Sheet {...{ title, about, mark, signed }}>
        <Text>{lead}</Text>
        <Text style={styles.heading}>The pumps</Text>
        <View style={[styles.row, { borderBottomColor: INK.ink }]}>
          <Text style={[styles.name, styles.soft]}>Pump</Text>
          <Text style={[styles.cell, styles.soft, { flex: 0.7 }]}>calls</Text>
          <Text style={[styles.cell, styles.soft, { flex: 0.7 }]}>rounds</Text>
          <Text style={[styles.cell, styles.soft]}>what it was</Text>
          <Text style={[styles.cell, styles.soft]}>head at equal flow</Text>
        </View>
        {rows.map((r) => (
          <View key={r.tag} style={styles.row} wrap={false}>
            <Text style={styles.name}>
              {r.tag}
              {r.purpose === "" ? "" : `, ${r.purpose}`}
            </Text>
            <Text style={[styles.cell, { flex: 0.7 }]}>{r.calls}</Text>
            <Text style={[styles.cell, { flex: 0.7 }]}>{r.rounds}</Text>
            <Text style={styles.cell}>{r.causes}</Text>
            <Text style={styles.cell}>{r.head === "" ? "not known" : r.head}</Text>
          </View>
        ))}
        <Text style={[styles.soft, { marginTop: 4 }]}>
          Head is what the pump gave at its last reading against its fingerprint or its first visit,
          at the same flow; ± is the band of 95 %.
        </Text>
        {again.length > 0 ? (
          <View wrap={false}>
            <Text style={styles.heading}>What came back</Text>
            {again.map((a) => (
              <Text key={a}>{a}</Text>
            ))}
          </View>
        ) : null}
        {calls.length > 0 ? <Text style={styles.heading}>The calls</Text> : null}
        {calls.map((c, i) => (
          <View key={`${c.tag}${c.at.toISOString()}`} style={styles.row} wrap={false}>
            <Text style={{ flex: 1.1, color: INK.soft }}>{days[i]}</Text>
            <Text style={{ flex: 4 }}>
              <Text style={{ fontWeight: 700 }}>
                {c.tag} {c.title}
              </Text>{" "}
              {c.found} {c.done}
            </Text>
          </View>
        ))}
        {promised.length > 0 ? (
          <View wrap={false}>
            <Text style={styles.heading}>Next</Text>
            {promised.map((p) => (
              <Text key={p}>{p}</Text>
            ))}
          </View>
        ) : null}
      </Sheet>
    </Document>
  );
}
