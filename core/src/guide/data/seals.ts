/** Glands and mechanical seals. */
import type { Procedure, Step } from "../form.ts";
import {
  amps,
  computed,
  drops,
  fact,
  is,
  length,
  megohms,
  mustBe,
  not,
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

const PACKED = fact("packed", "yes");

const box = (why: string): Step =>
  step(
    "box",
    "Measure shaft or sleeve and the bore of the box; count the rings; say the packing.",
    why,
    {
      fields: [
        length("shaft", "Shaft or sleeve"),
        length("bore", "Bore of the box"),
        length("gap", "Gap behind the last ring", { optional: true }),
      ],
      asks: [
        {
          id: "packing",
          name: "Packing",
          options: [
            { id: "graphite", name: "graphite or carbon" },
            { id: "aramid", name: "aramid or plant fibre" },
            { id: "ptfe", name: "PTFE" },
          ],
        },
        {
          id: "rings",
          name: "Rings",
          options: ["3", "4", "5", "6", "7"].map((n) => ({ id: `r${n}`, name: n })),
        },
        yesNo("springs", "Springs on the gland"),
      ],
      rules: [
        rule(
          { slot: "bore", atLeast: { slot: "shaft" } },
          "The bore is smaller than the shaft: measure again.",
        ),
      ],
      shows: ["gland-plan", "packing-gap"],
    },
  );

export const SEAL_PROCEDURES: readonly Procedure[] = [
  procedure(
    "pack-gland",
    "Pack a gland",
    "Rings cut to the shaft, joints apart, the lantern ring under its hole: what is done wrong here no nut puts right.",
    90,
    [
      step(
        "off",
        "Pump off, locked, pressure let off and drained; gland eased back.",
        "A box under pressure throws its packing.",
        {
          acts: ["terminals", "opens"],
          fields: [pressure("casing", "Casing gauge")],
          rules: [
            rule({ slot: "casing", atMost: 5000 }, "There is pressure on it: let it off first."),
          ],
        },
      ),
      step(
        "old",
        "Draw the old rings with a hook, all of them, behind the lantern ring too.",
        "One old ring left behind holds the new ones off the shaft.",
        {
          acts: ["gland"],
          asks: [
            {
              id: "old-kind",
              name: "The old packing",
              options: [
                { id: "known", name: "is known" },
                { id: "unknown", name: "might hold asbestos" },
              ],
            },
          ],
          rules: [
            rule(
              is("old-kind", "known"),
              "Do not disturb it: have it identified by somebody who may.",
            ),
          ],
        },
      ),
      step(
        "sleeve",
        "Look at the sleeve; feel for grooves with a nail.",
        "New packing on a scored sleeve leaks from the first day.",
        mustBe("sleeve-smooth", "Sleeve", "Replace the sleeve first.", "smooth", "scored"),
      ),
      box("Section is half of bore less shaft; a gap behind the last ring lets the packing out."),
      step(
        "centre",
        "Measure the gap between shaft and box all round.",
        "A shaft out of the middle squeezes one side and leaks on the other.",
        {
          fields: [length("gap.least", "Least gap"), length("gap.most", "Widest gap")],
          rules: [
            rule(
              not(computed("centring", "off")),
              "It stands off the middle by more than a tenth of the section: bearings and alignment first.",
            ),
          ],
          shows: ["centring"],
        },
      ),
      step(
        "cut",
        "Cut the rings on a bar of the shaft's size, joint at an angle.",
        "A ring too long bulges, one too short leaves a gap that leaks for good.",
        mustBe(
          "first-fits",
          "The first ring",
          "Cut it anew; the others by the one that fits.",
          "closes without a gap",
          "does not",
        ),
      ),
      step(
        "set",
        "Set one ring at a time, joints a quarter turn apart, each pressed home. Lantern ring under the tapped hole.",
        "Joints in a line are a way out. A lantern ring beside its hole feeds nothing.",
        {
          ...mustBe(
            "lantern",
            "Lantern ring, by a wire through the hole",
            "Move it: rings in front of it times their section has to meet the hole.",
            "under the hole",
            "beside it",
          ),
          touched: "swapped",
        },
      ),
      step(
        "nuts",
        "Gland square, nuts by hand only; turn the shaft by hand.",
        "What is tightened before it runs is dry before it is wet.",
        mustBe("turns", "Shaft by hand", "Slack the nuts until it turns.", "turns", "binds"),
      ),
    ],
    {
      when: PACKED,
      then: "run-in-gland",
      followUps: [
        { what: "Gland: drops and warmth", after: 24 },
        { what: "Gland: drops and warmth, a week in", after: 24 * 7 },
      ],
    },
  ),

  procedure(
    "run-in-gland",
    "Run in a gland",
    "The drops are the coolant. A gland tightened dry burns its packing and scores the sleeve.",
    150,
    [
      box(
        "Rings, section and packing make the plan: how many flats about, and how long between them.",
      ),
      step(
        "flush",
        "Open the flush or the seal water before the start.",
        "The first seconds without water are the ones that glaze it.",
        {
          asks: [
            {
              id: "flush-open",
              name: "Flush or seal water",
              options: [
                { id: "open", name: "open, it runs" },
                { id: "none", name: "this box has none" },
                { id: "shut", name: "shut" },
              ],
            },
          ],
          rules: [rule(not(is("flush-open", "shut")), "Open it before the start, not after it.")],
        },
      ),
      step(
        "start",
        "Nuts by hand only. Locks off, start it.",
        "A new gland has to stream at first.",
        {
          acts: ["starts", "gland"],
          asks: [
            {
              id: "streams",
              name: "The gland",
              options: [
                { id: "streams", name: "streams" },
                { id: "drips", name: "drips" },
                { id: "dry", name: "is dry" },
              ],
            },
          ],
          rules: [
            rule(
              not(is("streams", "dry")),
              "Dry: slack both nuts until it streams. If it stays dry, stop it: it burns.",
            ),
          ],
        },
      ),
      step(
        "first",
        "Let it stream as it is, then count the drops and read both temperatures.",
        "Packing beds itself in while it streams; what it does without a flat is what a flat is judged by.",
        {
          acts: ["gland"],
          wait: { computed: "gland-pause" },
          fields: [
            drops("drops", "Drops"),
            temperature("gland", "Gland"),
            temperature("liquid", "Liquid"),
          ],
          shows: ["gland-word"],
        },
      ),
      step(
        "flat",
        "One flat (a sixth of a turn) on both nuts, evenly; or no flat, and count again.",
        "Each flat needs its time: a flat taken too early swells it, glazes it and scores the sleeve.",
        {
          acts: ["gland"],
          asks: [
            {
              id: "turn",
              name: "Now",
              options: [
                {
                  id: "flat",
                  name: "flat taken",
                  needs: computed("gland-word", "take-a-flat"),
                  say: "No further flat now. {gland-word}",
                },
                { id: "again", name: "no flat, count again" },
              ],
            },
          ],
          wait: { computed: "gland-pause" },
          waitFrom: "turn",
          fields: [
            drops("drops", "Drops"),
            temperature("gland", "Gland"),
            temperature("liquid", "Liquid", { optional: true }),
          ],
          shows: ["gland-word"],
          until: computed("gland-word", "in-order", "would-run-dry"),
          fails:
            "Dry and hot: slack both nuts at once until it streams. If it does not cool, stop the pump.",
        },
      ),
      step(
        "leave",
        "Leave it so. Write where the nuts stand; tell the operator that it has to drip.",
        "Whoever comes next tightens a drip away that is there on purpose.",
        {
          ...mustBe(
            "told",
            "The operator",
            "Tell them, or leave a note at the pump.",
            "knows that it has to drip",
            "not yet",
          ),
          photo: "Where the nuts stand",
        },
      ),
    ],
    {
      when: PACKED,
      followUps: [
        { what: "Gland: drops and warmth after an hour", after: 1 },
        { what: "Gland: drops and warmth after a day", after: 24 },
        { what: "Gland: drops and warmth after a week", after: 24 * 7 },
      ],
    },
  ),

  procedure(
    "seal-water",
    "Check the water to a box or seal",
    "Water fed from outside has to stand above the box, or what is pumped comes out to the faces.",
    15,
    [
      step(
        "from",
        "Follow the pipe: where does the water come from?",
        "From the discharge it is as clean as what is pumped; grit wants a supply of its own.",
        {
          asks: [
            {
              id: "source",
              name: "It comes from",
              options: [
                { id: "discharge", name: "the discharge" },
                { id: "outside", name: "a supply of its own" },
                { id: "quench", name: "a quench, without pressure" },
                { id: "bleed", name: "the box itself, let off" },
              ],
            },
          ],
        },
      ),
      step(
        "box-pressure",
        "Read the box, or work it out from the pump's two gauges.",
        "Behind a second pump in a row the box stands under what the first one makes.",
        {
          when: not(is("source", "quench")),
          fields: [
            pressure("box", "Box", { optional: true }),
            pressure("suction", "Suction gauge"),
            pressure("discharge", "Discharge gauge"),
          ],
          shows: ["box-pressure"],
        },
      ),
      step(
        "fed",
        "Read the water where it enters.",
        "At least 0.7 bar (about 10 psi) above the box; a filter that is full shows here.",
        {
          when: is("source", "outside", "discharge"),
          fields: [pressure("fed", "Seal water")],
          rules: [rule(computed("seal-water", "enough"), "{seal-water}")],
          shows: ["seal-water"],
          fails:
            "Clean the filter, open the valve, or raise the supply. Without enough of it the pump should not run.",
        },
      ),
      step(
        "flows",
        "See that it flows: at the sight glass, or by warmth along the pipe.",
        "Pressure without flow is a plugged pipe.",
        mustBe(
          "water-flows",
          "Water",
          "It stands: blow the pipe through, look at the orifice.",
          "flows",
          "stands",
        ),
      ),
    ],
    { when: not(fact("seal", "none")) },
  ),

  procedure(
    "mechanical-seal",
    "Change a mechanical seal",
    "A seal that leaks points back: dry running, cavitation, alignment or bearings. Found first, or the new one goes the same way.",
    180,
    [
      step(
        "why",
        "Say why the old one went, before the pump is opened.",
        "Faces wear out last; most are killed by what was done to them.",
        {
          asks: [
            {
              id: "killed-by",
              name: "What it looks like",
              options: [
                { id: "dry", name: "ran dry or boiled" },
                { id: "shaft", name: "shaft moved or out of line" },
                { id: "grit", name: "grit between the faces" },
                { id: "worn", name: "worn evenly, old" },
              ],
            },
          ],
        },
      ),
      step(
        "which",
        "Choose the seal for the liquid: faces, rubber, single or double.",
        "Grit wants hard faces or a barrier liquid; hot water, oil and chemicals each want their own rubber.",
        mustBe(
          "chosen",
          "Faces and rubber for this liquid",
          "Ask the maker with liquid, temperature and pressure before one is fitted.",
          "suit it",
          "not sure",
        ),
      ),
      step(
        "open",
        "Off, locked, pressure at zero, drained, cooled; open it.",
        "Liquid stands behind the seal when the casing is empty.",
        { acts: ["terminals", "opens", "lifts"] },
      ),
      step(
        "shaft",
        "Feel the shaft for play, end to end and sideways; look at sleeve and seat.",
        "A new seal on a shaft that moves lasts as long as the old one.",
        mustBe(
          "shaft-sound",
          "Shaft, sleeve and seat",
          "Bearings or sleeve first.",
          "sound",
          "worn",
        ),
      ),
      step(
        "fit",
        "Clean hands, faces untouched and dry of grease; seat square; oil or water on the rubber alone.",
        "A finger's grease on a face is a drip for good.",
        {
          ...mustBe(
            "clean",
            "Faces",
            "Clean them as their maker says, then fit.",
            "clean, not touched",
            "touched",
          ),
          touched: "swapped",
        },
      ),
      step(
        "fill",
        "Close it, fill and vent so that the seal stands in liquid; turn it by hand.",
        "The first dry turn is what kills a new seal.",
        mustBe(
          "wet",
          "The seal",
          "Fill and vent until it stands in liquid.",
          "stands in liquid",
          "not yet",
        ),
      ),
      step(
        "run",
        "Locks off, start it, watch the seal for ten minutes.",
        "A drop every few minutes is the film; a drip is not.",
        {
          acts: ["starts"],
          wait: 600,
          fields: [drops("drops", "Drops, none is 0")],
          rules: [
            rule(
              { slot: "drops", atMost: 1e-6 / 20 / 60 },
              "More than a drop a minute: a seal that drips is stopped and opened; it does not get better.",
            ),
          ],
        },
      ),
    ],
    {
      when: { any: [fact("seal", "mechanical", "double-mechanical"), fact("seal", "unknown")] },
      followUps: [{ what: "Seal: dry after a day's running", after: 24 }],
    },
  ),

  procedure(
    "reseal",
    "Reseal and use again",
    "A pump that leaked is not scrap while its windings are good.",
    150,
    [
      step(
        "dead",
        "Disconnected at its supply, locked, leads marked.",
        "It is measured dead, and goes back on the same leads.",
        { acts: ["terminals"] },
      ),
      step(
        "insulation",
        "Insulation of each lead to earth, a minute each, and the winding's temperature.",
        "Water in the motor shows here first.",
        {
          acts: ["terminals"],
          fields: inTest(
            "insulation",
            ...three("ohms", megohms, ["U", "V", "W"]),
            temperature("temperature", "Windings"),
          ),
          rules: [
            rule(
              computed("reads-insulation", "good"),
              "{reads-insulation} Dry it and measure again; if it stays low, the motor is not used again.",
            ),
          ],
          shows: ["reads-insulation"],
          fails: "Dry the motor at no more than 80 °C (176 °F) for a day and measure again.",
        },
      ),
      step(
        "oil",
        "Let the oil of the seal chamber out and look at it.",
        "Milky oil says that the outer seal let water in; how much says how long.",
        {
          asks: [
            {
              id: "oil",
              name: "The oil",
              options: [
                { id: "clear", name: "clear" },
                { id: "milky", name: "milky" },
                { id: "water", name: "mostly water" },
              ],
            },
          ],
        },
      ),
      step(
        "seals",
        "New seals, new O-rings, every one that was opened.",
        "An old ring in a new joint is the next leak.",
        {
          acts: ["opens"],
          ...mustBe(
            "all-new",
            "Seals and rings",
            "Fit new ones throughout.",
            "all new",
            "some old",
          ),
          touched: "swapped",
        },
      ),
      step("again", "Insulation once more, closed.", "A lead that was pinched is found dry.", {
        acts: ["terminals"],
        fields: three("closed", megohms, ["U", "V", "W"]),
        rules: [
          rule(
            { slot: "closed.0", atLeast: 5e6 },
            "Under 5 MΩ: open it again, a lead is pinched or it is still wet.",
          ),
        ],
      }),
      step(
        "run",
        "Under water, locks off, run it for half an hour; read the amps.",
        "It is not resealed before it has been under water.",
        {
          acts: ["starts", "reads-live"],
          wait: 1800,
          fields: atPosition("after", ...three("after.amps", amps)),
        },
      ),
    ],
    {
      when: { any: [fact("family", "sump", "borehole"), fact("installation", "submerged")] },
      followUps: [{ what: "Insulation once more after a week under water", after: 24 * 7 }],
    },
  ),
];
