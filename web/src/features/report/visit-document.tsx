import { Document, Text, View } from "@react-pdf/renderer";
import { DEFERENCE } from "@yard-tack/core/diagnosis";
import type { UnitSystem } from "@yard-tack/core/quantity";
import type { VisitReport } from "@yard-tack/core/report";
import { Chart } from "./chart";
import { FirePage } from "./fire-page";
import { INK, Sheet, styles } from "./sheet";

export interface VisitPrint {
  readonly report: VisitReport;
  readonly units: UnitSystem;
  readonly about: string;
  readonly signed: string;
  readonly mark: string;
  /** What was done the last time, where it came back. */
  readonly again: string;
  readonly next: readonly string[];
}

/** What a customer gets of a visit. */
export function VisitDocument({ report, units, about, signed, mark, again, next }: VisitPrint) {
  const { chart, rows } = report;
  const both = rows.some((r) => r.after !== "");
  const banded = rows.some((r) => r.expected !== "");
  return (
    <Document title={report.title} author="Yard Tack" subject={about} language="en">
      <Sheet {...{ title: report.title, about, mark, signed }}>
        <View style={styles.columns}>
          <Part name="Found" text={report.found || report.verdict} />
          <Part name="Done" text={report.done} />
          <Part name="Proof" text={report.proof} />
        </View>
        {chart ? (
          <View wrap={false}>
            <Text style={styles.heading}>
              {chart.points.length > 1 ? "Before and after" : "Where it stands on its curve"}
            </Text>
            <Chart chart={chart} units={units} />
          </View>
        ) : null}
        {rows.length > 0 ? (
          <View>
            <View style={[styles.row, { borderBottomColor: INK.ink }]}>
              <Text style={[styles.name, styles.soft]}>Reading</Text>
              <Text style={[styles.cell, styles.soft]}>{both ? "before" : "read"}</Text>
              {both ? <Text style={[styles.cell, styles.soft]}>after</Text> : null}
              {banded ? <Text style={[styles.cell, styles.soft]}>expected</Text> : null}
            </View>
            {rows.map((r) => (
              <View key={r.name} style={styles.row} wrap={false}>
                <Text style={styles.name}>{r.name}</Text>
                <Text style={styles.cell}>{r.before}</Text>
                {both ? <Text style={styles.cell}>{r.after}</Text> : null}
                {banded ? (
                  <Text style={[styles.cell, { color: INK.soft }]}>{r.expected}</Text>
                ) : null}
              </View>
            ))}
            <Text style={[styles.soft, { marginTop: 4 }]}>{report.notes.join(" ")}</Text>
          </View>
        ) : null}
        {again !== "" || next.length > 0 ? (
          <View style={styles.columns} wrap={false}>
            {again === "" ? null : <Part name="It came back" text={again} />}
            {next.length === 0 ? null : <Part name="Next" text={next.join(" ")} />}
          </View>
        ) : null}
        <View style={styles.caution} wrap={false}>
          <Text>
            <Text style={{ fontWeight: 700, color: INK.brass }}>Caution </Text>
            {report.cautions.length > 0
              ? `Minded at this visit: ${report.cautions.join("; ")}. `
              : ""}
            {DEFERENCE}
          </Text>
        </View>
        {report.fire ? <FirePage fire={report.fire} about={about} /> : null}
      </Sheet>
    </Document>
  );
}

function Part({ name, text }: { name: string; text: string }) {
  return (
    <View style={styles.column}>
      <Text style={styles.heading}>{name}</Text>
      <Text>{text === "" ? "Nothing was written." : text}</Text>
    </View>
  );
}
