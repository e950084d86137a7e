/** In-line circulators: exchange, change-over, plates, filling a circuit. */
import type { Procedure } from "../form.ts";
import {
  amps,
  fact,
  isYes,
  length,
  mustBe,
  not,
  pressure,
  procedure,
  rule,
  step,
  temperature,
  yesNo,
  atPosition,
} from "./build.ts";

const CIRCULATOR = fact("family", "inline-circulator");
const TWIN = fact("twin", "yes");

export const CIRCULATOR_PROCEDURES: readonly Procedure[] = [
  procedure(
    "fit-card",
    "Compare the new pump with the old",
    "A pump bought by its horsepower may not fit. What fits is settled while the old one still runs.",
    10,
    [
      step(
        "body",
        "Read the body plates of old and new: face to face, bores, pressure class.",
        "A body a few millimetres longer or shorter is forced in by the bolts, and an ear breaks.",
        {
          fields: [
            length("old.faceToFace", "Old, face to face"),
            length("new.faceToFace", "New, face to face"),
          ],
          rules: [
            rule(
              {
                all: [
                  { slot: "new.faceToFace", atLeast: { computed: "old-length", plus: -0.002 } },
                  { slot: "new.faceToFace", atMost: { computed: "old-length", plus: 0.002 } },
                ],
              },
              "The lengths differ by more than 2 mm: this body does not go between the flanges as they are.",
            ),
          ],
          photo: "Both body plates",
          fails:
            "Order by the old face-to-face length, or have spacers or new flanges fitted first.",
        },
      ),
      step(
        "ports",
        "Compare flange holes or ears, gasket or O-ring, and the arrow.",
        "Slotted and plain ears, and groove and flat faces, do not seal with each other's gasket.",
        mustBe(
          "ports-fit",
          "Ports, bolts and gaskets",
          "They do not match: get what is missing before anything is opened.",
          "match",
          "do not match",
        ),
      ),
      step(
        "motor",
        "Read the motor plates of old and new: volts, phases, amps, speed, start-up kit.",
        "Body and motor have plates of their own; a body that fits can carry a motor that does not.",
        {
          fields: [amps("old.amps", "Old, plate amps"), amps("new.amps", "New, plate amps")],
          ...mustBe(
            "supply-fits",
            "Volts, phases and protection for the new one",
            "The supply or its protection does not fit: a licensed electrician changes it first.",
            "fit",
            "do not fit",
          ),
          photo: "Both motor plates",
        },
      ),
      step(
        "head",
        "Set the new curve on this system at the duty flow.",
        "What has to be equal or better is the head at the flow that is wanted here, not the horsepower.",
        mustBe(
          "head-enough",
          "Head of the new one at the duty flow",
          "It makes less here than is wanted. Choose by the curve, not by the plate's power.",
          "equal or more",
          "less",
        ),
      ),
    ],
    { when: { any: [CIRCULATOR, fact("installation", "flooded")] } },
  ),

  procedure(
    "replace-circulator",
    "Replace an in-line circulator",
    "The order keeps the water in the pipes, the ears whole and the air out of the new pump.",
    90,
    [
      step(
        "fit",
        "See that the new one fits before the old one leaves: length, ports, arrow, supply.",
        "An open circuit with a pump that does not fit is a cold house.",
        mustBe(
          "fits",
          "The new pump",
          "It does not fit: leave the old one in. “Compare the new pump with the old” says what to order.",
          "fits",
          "does not fit",
        ),
      ),
      step(
        "arrow",
        "Mark on the pipe which way the old body's arrow points.",
        "Once it is out nobody remembers; a body fitted against its arrow pumps the circuit backwards.",
        {
          ...mustBe(
            "marked",
            "Direction marked on the pipe",
            "Mark it before the old one leaves.",
            "marked",
            "not yet",
          ),
          photo: "The mark beside the old arrow",
        },
      ),
      step(
        "isolate",
        "Supply off and locked. Shut the valve of the supply side, then that of the return.",
        "A hot circuit that is isolated stops circulating: shut its heat source down or be quick.",
        { acts: ["terminals"] },
      ),
      step(
        "prove-valves",
        "Open the vent or drain between the two valves and watch it for two minutes.",
        "A valve that does not hold is found now, with a thumb on a vent, and not with the pump in your hands.",
        {
          acts: ["opens"],
          wait: 120,
          ...mustBe(
            "valves-hold",
            "Flow from the vent after two minutes",
            "Water keeps coming: one valve does not hold. Do not loosen a bolt; drain the circuit or freeze the pipe by somebody who may.",
            "stopped",
            "keeps coming",
          ),
          fails:
            "Shut it again. The circuit has to be drained, or the pipe frozen by a firm that does that.",
        },
      ),
      step(
        "out",
        "Bucket under it. Loosen the bolts evenly, let the water between the valves out, support the body, lift it out.",
        "Some litres stand between the valves. A body that hangs on its last bolt breaks the ear or the pipe.",
        { acts: ["opens", "lifts"] },
      ),
      step(
        "faces",
        "Clean both faces, fit new O-rings or gaskets; keep the wires clear of the joint.",
        "An old ring has taken the shape of the old groove; a pinched wire is found by the first start.",
        {
          ...mustBe("rings-new", "O-rings or gaskets", "Fit new ones.", "new", "old ones again"),
          touched: "swapped",
        },
      ),
      step(
        "in",
        "Set it with its arrow along the mark; tighten all bolts by hand, then crosswise, a turn at a time.",
        "A one-sided pull breaks an ear. A cooling line shrinks away: be quick, or support it.",
        {
          acts: ["lifts"],
          asks: [yesNo("arrow-along", "Arrow", "along the mark", "against it")],
          rules: [
            rule(
              isYes("arrow-along"),
              "The arrow points against the flow: turn the body round now.",
            ),
          ],
        },
      ),
      step(
        "twin-flap",
        "Swing the flap between the two heads by hand.",
        "A flap that sticks lets one head pump back through the other.",
        {
          when: TWIN,
          ...mustBe(
            "flap-free",
            "Flap",
            "It has to swing through: free it before the heads go on.",
            "swings",
            "sticks",
          ),
        },
      ),
      step(
        "supply-open",
        "Open the valve of the supply side a little and let the body fill; vent at the top until no air comes.",
        "From the supply side the water pushes the air up and out; both valves at once lock it in the wheel.",
        {
          ...mustBe(
            "vented",
            "At the vent",
            "Air still comes: wait, and vent again.",
            "water without air",
            "still air",
          ),
          touched: "vented",
        },
      ),
      step(
        "return-open",
        "Open the supply valve fully, then the valve of the return.",
        "Only now does the pump stand in a full pipe.",
        mustBe(
          "dry",
          "Both joints",
          "One weeps: tighten crosswise by a little, or take it apart and look at the ring.",
          "dry",
          "one weeps",
        ),
      ),
      step(
        "start",
        "Locks off, supply on, start it.",
        "The first seconds tell by ear whether there is air in it.",
        {
          acts: ["starts"],
          asks: [yesNo("quiet", "It runs", "quietly", "with a hiss or a rattle")],
          rules: [
            rule(
              isYes("quiet"),
              "Air is in it: stop, vent at the pump and at the highest point, start again.",
            ),
          ],
        },
      ),
      step(
        "proof",
        "Read the current and feel the far ends of the circuit get warm, every wing.",
        "Running is not flowing: a wing that stays cold has an airlock, a shut valve, or a body the wrong way round.",
        {
          acts: ["reads-live"],
          fields: [
            ...atPosition("after", amps("after.amps.0", "Current")),
            temperature("supply", "Supply pipe", { optional: true }),
            temperature("return", "Return pipe", { optional: true }),
          ],
          ...mustBe(
            "all-warm",
            "Every wing",
            "A wing stays cold: vent it, look at its valve; if it was cold before too, look at the arrow.",
            "gets warm",
            "one stays cold",
          ),
        },
      ),
    ],
    {
      when: CIRCULATOR,
      followUps: [
        { what: "Flange bolts, cold: even, crosswise, before the heating comes on", after: 20 },
      ],
    },
  ),

  procedure(
    "change-over",
    "Change over a twin pump and read the other",
    "Two heads wear alike only if both run; the one that stands is the comparison that costs nothing.",
    15,
    [
      step(
        "first",
        "Read the head that runs: current and pressure difference.",
        "It is the one to compare with.",
        {
          acts: ["reads-live"],
          fields: [
            amps("first.amps", "Current"),
            pressure("first.pressure", "Difference across it", { optional: true }),
          ],
        },
      ),
      step(
        "over",
        "Change over. Wait until it has settled.",
        "The flap has to swing across; a bang or no change of sound says that it did not.",
        {
          acts: ["starts"],
          wait: 60,
          ...mustBe(
            "flap",
            "The flap",
            "It stays where it was: the head that stands is turned backwards by the other. Stop and free it.",
            "swung across",
            "did not",
          ),
        },
      ),
      step(
        "second",
        "Read the other head the same way.",
        "The same circuit, the same gauges: what differs is the head.",
        {
          acts: ["reads-live"],
          fields: [
            amps("second.amps", "Current"),
            pressure("second.pressure", "Difference across it", { optional: true }),
          ],
          shows: ["two-heads"],
        },
      ),
      step(
        "duty",
        "Leave on duty the one whose turn it is; write down which.",
        "Heads that change places wear alike.",
        {
          asks: [
            {
              id: "left-on",
              name: "On duty now",
              options: [
                { id: "left", name: "left" },
                { id: "right", name: "right" },
              ],
            },
          ],
        },
      ),
    ],
    { when: { all: [CIRCULATOR, not(fact("twin", "no"))] } },
  ),

  procedure(
    "fill-circuit",
    "Refill and vent a heating circuit",
    "Air that is let in at the wrong end collects in the pump; fresh water brings more of it.",
    60,
    [
      step(
        "cold",
        "Heat source off, pump off, circuit cooled.",
        "Cold water on a hot boiler cracks it, and steam scalds.",
        {
          acts: ["terminals"],
          fields: [temperature("circuit", "Circuit")],
          rules: [
            rule({ slot: "circuit", atMost: 313.15 }, "Over 40 °C (104 °F): let it cool first."),
          ],
        },
      ),
      step(
        "charge",
        "Read the vessel's air charge with its water side empty.",
        "A vessel without its charge takes no water; the pressure then jumps with every degree.",
        {
          fields: [pressure("charge", "Air charge")],
          rules: [
            rule(
              { slot: "charge", atLeast: 30_000 },
              "Hardly any charge: pump it up to what the height needs, or its membrane is gone.",
            ),
          ],
        },
      ),
      step(
        "fill",
        "Fill slowly from the lowest point, supply side open first; vents at the top open.",
        "Water that rises pushes the air before it; filled fast it is whipped in.",
        {
          fields: [pressure("filled", "Pressure, cold")],
          rules: [
            rule(
              { slot: "filled", atLeast: { slot: "charge" } },
              "It lies under the vessel's charge: fill on, the highest point is still in air.",
            ),
          ],
        },
      ),
      step(
        "vent",
        "Vent each high point and the pump, lowest first, until water comes without air.",
        "Every pocket left is a cold room or a noise.",
        {
          ...mustBe(
            "all-vented",
            "At every vent",
            "Air still comes: wait ten minutes and go round again.",
            "water without air",
            "still air",
          ),
          touched: "vented",
        },
      ),
      step(
        "run",
        "Locks off. Run the pump ten minutes, stop it, vent again.",
        "Running carries the bubbles to where they can be let out.",
        {
          acts: ["starts"],
          wait: 600,
        },
      ),
      step("after", "Read the pressure again and top up.", "What the air took is missing now.", {
        fields: [pressure("after.pressure", "Pressure, cold")],
        rules: [
          rule(
            { slot: "after.pressure", atLeast: { slot: "charge" } },
            "It lies under the vessel's charge again: top up, and look for a leak if it falls once more.",
          ),
        ],
      }),
    ],
    {
      edition: 2,
      when: fact("closed-loop", "yes"),
      followUps: [
        { what: "Pressure of the circuit, cold, and once more round the vents", after: 24 },
      ],
    },
  ),
];
