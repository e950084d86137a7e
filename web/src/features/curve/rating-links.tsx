"use client";

import Link from "next/link";
import { ForHands } from "@/shell/for-hands";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { putBack } from "./save";
import classes from "./curve.module.css";

/** Where the rating comes from, and what can be done with it. */
export function RatingLinks({
  pump,
}: {
  pump: {
    readonly id: string;
    readonly curveSource: string | null;
    readonly hasEarlierRating: boolean;
    readonly hasCurve: boolean;
  };
}) {
  const router = useRouter();
  const [said, setSaid] = useState("");
  const back = async () => {
    try {
      setSaid((await putBack(pump.id)) ? "The rating before is back." : "There is none before it.");
    } catch {
      setSaid("The server did not answer; nothing was changed.");
    }
    router.refresh();
  };
  return (
    <div className={classes.links}>
      <span className={classes.muted}>
        {pump.curveSource ? `Rating: ${pump.curveSource}.` : "No rating is known."}
      </span>
      <ForHands>
        <Link href={`/yard/${pump.id}/curve`}>
          {pump.curveSource ? "Change its rating" : "Give it a curve"}
        </Link>
        <Link href={`/yard/${pump.id}/place`}>Pump, place and motor</Link>
        <Link href={`/yard/${pump.id}/line`}>Its line, drawn</Link>
        <Link href={`/yard/${pump.id}/compare`}>Other pumps in its place</Link>
        <Link href={`/yard/${pump.id}/identity`}>Tag, family and place</Link>
        {pump.hasEarlierRating ? (
          <button type="button" onClick={() => void back()}>
            Put the one before back
          </button>
        ) : null}
      </ForHands>
      <Link href={`/yard/${pump.id}/next`}>The next one: card and warranty</Link>
      <Link href={`/yard/instruments?pump=${pump.id}`}>Its instruments</Link>
      {pump.hasCurve ? <a href={`/yard/${pump.id}/curve.csv`}>Curve as CSV</a> : null}
      <a href={`/yard/${pump.id}/case.json`}>Pump as a case file</a>
      <a href={`/yard/${pump.id}/readings.csv`}>Readings as CSV</a>
      {said ? <span role="status">{said}</span> : null}
    </div>
  );
}
