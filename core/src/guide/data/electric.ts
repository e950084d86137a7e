/** Rotation, leads, windings, terminals. */
import type { Field, Procedure } from "../form.ts";
import {
  amps,
  computed,
  fact,
  length,
  megohms,
  mustBe,
  not,
  ohms,
  pressure,
  procedure,
  rule,
  step,
  temperature,
  three,
  yesNo,
  inTest,
  atPosition,
} from "./build.ts";

const MOTOR = not(fact("driver", "engine"));
const THREE_PHASE = fact("driver", "3-phase", "unknown");
const LEADS = ["U–V", "V–W", "W–U"];

export const ELECTRIC_PROCEDURES: readonly Procedure[] = [
  procedure(
    "two-directions",
    "Run it both ways",
    "Where the shaft cannot be seen, the direction with more pressure is the right one.",
    25,
    [
      step(
        "uncouple",
        "Is the wheel screwed onto its shaft? Then uncouple before anything runs backwards.",
        "A screwed wheel unscrews in reverse and wrecks the pump.",
        {
          asks: [
            {
              id: "wheel",
              name: "The wheel",
              options: [
                { id: "keyed", name: "sits on a key" },
                { id: "uncoupled", name: "is uncoupled now" },
                { id: "not-known", name: "nobody knows" },
              ],
            },
          ],
          rules: [
            rule(
              not({ asked: "wheel", is: ["not-known"] }),
              "Until it is known it does not run backwards: look at the fan or the coupling at a bump instead.",
            ),
          ],
        },
      ),
      step(
        "expect",
        "Say before what is to be expected: the wrong way makes about half the pressure, often less.",
        "What is expected first is not explained away afterwards.",
        { shows: ["expected-reverse"] },
      ),
      step(
        "forward",
        "As found: valve as it will stay. Read the gauge, or the throw from an open riser.",
        "The same valve for both, or nothing is compared.",
        {
          acts: ["starts"],
          fields: inTest(
            "two-direction",
            pressure("forward", "Gauge, as found", { optional: true }),
            length("throwForward", "Throw, as found", { optional: true }),
          ),
          rules: [
            rule(
              { any: [{ read: "forward" }, { read: "throwForward" }] },
              "Read the gauge or the throw.",
            ),
          ],
        },
      ),
      step(
        "swap",
        "Off, locked, proven dead. Exchange two wires.",
        "Any two of the three turn it round.",
        {
          acts: ["terminals"],
          touched: "swapped",
          ...mustBe("exchanged", "Two wires", "Exchange two of them.", "exchanged", "not yet"),
        },
      ),
      step(
        "reverse",
        "Locks off. Run it the other way, briefly; read the same.",
        "A few seconds are enough.",
        {
          acts: ["reverses", "starts"],
          fields: inTest(
            "two-direction",
            pressure("reverse", "Gauge, exchanged", { optional: true }),
            length("throwReverse", "Throw, exchanged", { optional: true }),
          ),
          rules: [
            rule(
              { any: [{ read: "reverse" }, { read: "throwReverse" }] },
              "Read the gauge or the throw once more.",
            ),
          ],
          shows: ["reads-two-direction"],
        },
      ),
      step(
        "keep",
        "Leave it on the way with more; off, locked and proven dead if it is exchanged back.",
        "The wires that stay are marked, so that nobody turns them again.",
        {
          acts: ["terminals"],
          asks: [
            {
              id: "kept",
              name: "It stays",
              options: [
                { id: "as-found", name: "as found" },
                { id: "exchanged", name: "exchanged" },
              ],
            },
          ],
          rules: [
            rule(
              not({
                all: [
                  computed("reads-two-direction", "forward-better"),
                  { asked: "kept", is: ["exchanged"] },
                ],
              }),
              "By the readings the way it was found is the right one.",
            ),
            rule(
              not({
                all: [
                  computed("reads-two-direction", "reverse-better"),
                  { asked: "kept", is: ["as-found"] },
                ],
              }),
              "By the readings the other way is the right one.",
            ),
          ],
          photo: "The terminals as they stay",
        },
      ),
      step(
        "proof",
        "Locks off. Run it and read gauge and amps as it stays.",
        "The right way is proven by what it delivers.",
        {
          acts: ["starts", "reads-live"],
          fields: atPosition(
            "after",
            pressure("after.dischargePressure", "Discharge gauge"),
            ...three("after.amps", amps),
          ),
        },
      ),
    ],
    { when: { all: [fact("reversible", "yes")] } },
  ),

  procedure(
    "roll-leads",
    "Roll the leads",
    "Moved round by one, the currents say whether the imbalance comes with the supply or with the motor.",
    40,
    [
      ...[0, 1, 2].flatMap((h) => [
        ...(h === 0
          ? []
          : [
              step(
                `move-${h}`,
                "Off, locked, proven dead. Move each lead on by one terminal, all three the same way.",
                "All three together keep the direction; two alone would turn it round.",
                {
                  acts: ["terminals" as const],
                  ...mustBe(
                    `moved-${h}`,
                    "All three leads",
                    "Move all three.",
                    "moved on by one",
                    "not yet",
                  ),
                  touched: "swapped" as const,
                },
              ),
            ]),
        step(
          `read-${h}`,
          h === 0
            ? "Read the three currents as it is connected."
            : "Locks off, run it, read the three currents.",
          "Line by line, in the same order each time.",
          {
            acts: ["starts" as const, "reads-live" as const],
            fields: inTest("roll-leads", ...three(`amps.${h}`, amps)),
            ...(h === 2 ? { shows: ["reads-roll-leads"] } : {}),
          },
        ),
      ]),
      step(
        "leave",
        "Off, locked, proven dead. Leave it on the hook-up with the least imbalance; mark it.",
        "Nothing is lost by leaving the best of the three.",
        {
          acts: ["terminals"],
          ...mustBe(
            "best-left",
            "Hook-up with the least imbalance",
            "Put it on the best of the three.",
            "connected and marked",
            "not yet",
          ),
        },
      ),
    ],
    { when: THREE_PHASE },
  ),

  procedure(
    "windings",
    "Windings and insulation",
    "Three resistances alike and megohms to earth: a motor that passes is not what is wrong.",
    25,
    [
      step(
        "where",
        "Is the motor fitted, or taken out?",
        "Fitted, the cable is measured with it; its own resistance has to be known.",
        {
          asks: [
            {
              id: "motor-is",
              name: "The motor",
              options: [
                { id: "fitted", name: "is fitted" },
                { id: "removed", name: "is out" },
              ],
            },
          ],
        },
      ),
      step(
        "dead",
        "Off, locked, proven dead; capacitors discharged, drive disconnected.",
        "A drive is killed by an insulation tester, and a capacitor bites.",
        {
          acts: ["terminals"],
          ...mustBe(
            "disconnected",
            "Drive and capacitors",
            "Disconnect and discharge them first.",
            "disconnected, discharged, or none",
            "still connected",
          ),
        },
      ),
      step(
        "cable",
        "Short the cable's far end and read it, or take its table.",
        "Milliohms of cable hide a spread of three percent.",
        {
          when: { asked: "motor-is", is: ["fitted"] },
          acts: ["terminals"],
          fields: [ohms("cable", "Cable, there and back", { optional: true })],
        },
      ),
      step(
        "ohms",
        "Between the leads, three readings, and the winding's temperature.",
        "Up to 3 % apart is good, over 5 % is bad.",
        {
          acts: ["terminals"],
          fields: inTest(
            "winding-resistance",
            ...three("ohms", ohms, LEADS),
            temperature("temperature", "Windings"),
          ),
          shows: ["reads-winding-resistance"],
        },
      ),
      step(
        "insulation",
        "Each lead to earth, a minute each.",
        "Under 5 MΩ at 40 °C it is wet, or going.",
        {
          acts: ["terminals"],
          fields: three("insulation", megohms, ["U", "V", "W"]).map((f, i): Field => ({
            ...f,
            reads: { at: "test:insulation", slot: `ohms.${i}` },
          })),
          shows: ["reads-insulation"],
        },
      ),
      step(
        "back",
        "Discharge the windings, connect as it was, cover on.",
        "What was charged by the tester bites as well.",
        {
          acts: ["terminals"],
          ...mustBe("as-was", "Connections", "Connect it as it was.", "as they were", "not yet"),
          touched: "swapped",
        },
      ),
      step(
        "runs",
        "Locks off; run it and read the amps.",
        "A wire that was left loose shows now.",
        {
          acts: ["starts", "reads-live"],
          fields: atPosition("after", ...three("after.amps", amps)),
        },
      ),
    ],
    { when: MOTOR },
  ),

  procedure(
    "tighten-read-again",
    "Tighten, and read again",
    "A loose terminal looks like a bad motor. What proves the tightening is the reading after it.",
    20,
    [
      step(
        "before",
        "Read the three currents before a screw is turned.",
        "Without them nobody knows whether it was the screw.",
        {
          acts: ["reads-live"],
          fields: atPosition("as found", ...three("before.amps", amps)),
        },
      ),
      step("off", "Off, locked, proven dead.", "A screwdriver on a live terminal is an arc.", {
        acts: ["terminals"],
      }),
      step(
        "look",
        "Look for a brown, soft or discoloured terminal; note which.",
        "Heat leaves its mark where the contact was bad.",
        {
          acts: ["terminals"],
          asks: [yesNo("marked", "A terminal is discoloured", "yes", "no")],
          photo: "The terminals before they are tightened",
        },
      ),
      step(
        "tighten",
        "Tighten each terminal, at motor, contactor and isolator; cut a burnt end back and end it anew.",
        "Tightening a burnt end holds until it is warm.",
        {
          acts: ["terminals"],
          touched: "tightened",
          ...mustBe(
            "tight",
            "Every terminal",
            "See to all of them: one left loose is the one.",
            "tight, ends sound",
            "not yet",
          ),
        },
      ),
      step(
        "after",
        "Locks off. Run it until warm, read the three currents again.",
        "The same load, the same clamp.",
        {
          acts: ["starts", "reads-live"],
          fields: atPosition("after", ...three("after.amps", amps)),
          shows: ["proves-terminal-retighten-reread"],
          fails: "Still apart: it was not the terminals. “Roll the leads” parts supply from motor.",
        },
      ),
    ],
    {
      when: THREE_PHASE,
      followUps: [{ what: "Terminals: warmth and currents once more", after: 24 }],
    },
  ),
];
