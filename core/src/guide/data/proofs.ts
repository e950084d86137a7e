/** Short measurements with an order, and what is done until help comes. */
import type { Procedure } from "../form.ts";
import {
  amps,
  computed,
  fact,
  flow,
  is,
  isYes,
  length,
  mustBe,
  not,
  pressure,
  procedure,
  rule,
  speed,
  step,
  three,
  timed,
  yesNo,
  inTest,
  atPosition,
} from "./build.ts";

const NO_SHUT = not(fact("family", "positive-displacement"));
/** What a halving of the line finds. */
const HALVES = [
  { id: "near", name: "the half at the pump" },
  { id: "far", name: "the far half" },
  { id: "none", name: "neither" },
];

export const PROOF_PROCEDURES: readonly Procedure[] = [
  procedure(
    "shut-off-reading",
    "Shut-off reading, briefly",
    "One figure that the system has no part in. Seconds, not minutes.",
    5,
    [
      step(
        "limit",
        "Read the limit in seconds. It is a limit, not a target.",
        "The water in the casing takes all the power.",
        { shows: ["dead-head"] },
      ),
      step(
        "gauges",
        "Gauges on, valve within reach; one reads, one shuts.",
        "The hand stays on the valve.",
        mustBe(
          "hand-on",
          "Hand on the valve, gauge in sight",
          "Stand so that both are in reach.",
          "ready",
          "not yet",
        ),
      ),
      step(
        "shut",
        "Shut it, read both gauges as soon as they stand, open it again.",
        "The needle stands within a few seconds.",
        {
          acts: ["shuts", "starts"],
          fields: [
            ...inTest(
              "shut-off-head",
              pressure("suctionPressure", "Suction gauge, shut"),
              pressure("dischargePressure", "Discharge gauge, shut"),
            ),
            timed("shutFor", "Shut for"),
          ],
          rules: [
            rule(
              not(computed("dead-head", "too-long")),
              "It was shut for longer than the limit: let it run open for some minutes before anything else.",
            ),
          ],
          shows: ["shut-off-share"],
        },
      ),
      step(
        "opened",
        "Valve open as it was; feel the casing.",
        "A casing that got warm had longer than it should.",
        mustBe("valve-open", "Valve", "Open it as it was.", "open as before", "still shut"),
      ),
    ],
    { when: { all: [NO_SHUT, fact("may-shut", "yes")] } },
  ),

  procedure(
    "vacuum-plate-halving",
    "Vacuum plate, and halving the line",
    "Pump against piping in one test; then the pipe is halved until the leak has nowhere left to be.",
    40,
    [
      step(
        "plate",
        "Suction off, drains and plate valve shut, plate on; about 1 800 r/min or the maker's figure.",
        "The plate takes the pipe out of the question.",
        {
          acts: ["starts", "opens"],
          fields: inTest("vacuum-plate", speed("speed", "Engine speed")),
        },
      ),
      step(
        "peak",
        "Wait for the highest vacuum; idle, stop; watch the needle for a minute.",
        "How deep is the vacuum source; how it falls is the leak.",
        {
          fields: inTest(
            "vacuum-plate",
            pressure("peak", "Highest vacuum"),
            pressure("fallTo", "After the watch"),
            timed("over", "Over"),
          ),
          tool: "needle",
          shows: ["reads-vacuum-plate"],
        },
      ),
      step(
        "air",
        "Let the air in by the plate's valve, then take it off.",
        "A plate under vacuum comes off with a hand in between.",
        mustBe("let-in", "Air", "Let it in by the valve first.", "let in", "still under vacuum"),
      ),
      step("pipe", "Pipe back on, end shut or covered; repeat.", "The difference is the pipe's.", {
        acts: ["starts"],
        fields: [
          pressure("pipe.peak", "Highest vacuum"),
          pressure("pipe.fallTo", "After the watch"),
          timed("pipe.over", "Over"),
        ],
      }),
      step(
        "halve",
        "Isolate the middle of what is left; repeat. Say which half leaks.",
        "Each halving leaves half as many joints to look at.",
        {
          tool: "halving",
          asks: [
            { id: "half", name: "The leak is in", options: HALVES },
            yesNo("found", "Only one joint is left", "yes", "no"),
          ],
          until: { any: [isYes("found"), is("half", "none")] },
        },
      ),
    ],
    { edition: 2, when: fact("family", "dry-priming") },
  ),

  procedure(
    "timed-drawdown",
    "Timed drawdown",
    "A flow without a meter: the level, an area and a stopwatch.",
    15,
    [
      step("area", "Measure the sump or tank.", "The area carries straight into the flow.", {
        acts: ["pit"],
        fields: inTest("timed-drawdown", length("diameter", "Diameter")),
      }),
      step(
        "inflow",
        "Shut the inflow; if it cannot be shut, time the rise with the pump off first.",
        "What flows in meanwhile is pumped too.",
        { asks: [yesNo("inflow-shut", "Inflow", "shut", "goes on")] },
      ),
      step("rise", "Pump off: time the rise.", "It is added to what the fall shows.", {
        when: is("inflow-shut", "no"),
        fields: [
          ...inTest("standing-level-rise", length("rise", "Rise")),
          { ...timed("riseOver", "Over"), reads: { at: "test:standing-level-rise", slot: "over" } },
        ],
      }),
      step(
        "fall",
        "Pump on: time the fall, a hand's breadth at least; stop before the inlet is bare.",
        "A short fall is read no better than its ruler.",
        {
          acts: ["starts"],
          fields: inTest(
            "timed-drawdown",
            length("fall", "Fall", { signed: true }),
            timed("over", "Over"),
          ),
          rules: [
            rule(
              { slot: "fall", atLeast: 0 },
              "The level rose: more comes in than it pumps. That is an answer too: note it, and stop here.",
            ),
          ],
          shows: ["reads-timed-drawdown"],
        },
      ),
    ],
    { when: fact("family", "sump", "end-suction", "self-priming", "portable", "dry-priming") },
  ),

  procedure(
    "drain-back",
    "Drain-back",
    "How fast a full pipe empties tells how long the prime lasts.",
    10,
    [
      step(
        "fill",
        "Pump off. Fill until water stands in the port.",
        "A full pipe is the starting point.",
        mustBe(
          "filled",
          "In the port",
          "It does not fill: the foot valve is open.",
          "water stands",
          "it does not fill",
        ),
      ),
      step("time", "Time the fall of the level.", "Five minutes tell of a night.", {
        wait: 120,
        fields: inTest("drain-back", length("fall", "Fall"), timed("over", "Over")),
        rules: [
          rule(
            { slot: "fall", atLeast: 0 },
            "A level that rises while nobody fills is not drain-back: read it again.",
          ),
        ],
        shows: ["reads-drain-back"],
      }),
    ],
    { when: { all: [fact("installation", "lift"), not(fact("family", "dry-priming"))] } },
  ),

  procedure(
    "fingerprint",
    "Fingerprint at commissioning",
    "What is read today is what every later reading is compared with.",
    30,
    [
      step(
        "plate",
        "Photograph the plates; put the spare label where it can be read from outside.",
        "In ten years it is under paint, or under water.",
        {
          photo: "Plates and spare label",
          ...mustBe(
            "label",
            "Spare label",
            "Put it where a lamp reaches.",
            "where it can be read",
            "not yet",
          ),
        },
      ),
      step(
        "duty",
        "At the duty: both gauges, flow, three currents, speed.",
        "The fingerprint's first point.",
        {
          acts: ["reads-live"],
          fields: atPosition(
            "as found",
            pressure("duty.suctionPressure", "Suction gauge"),
            pressure("duty.dischargePressure", "Discharge gauge"),
            flow("duty.flow", "Flow", { optional: true }),
            ...three("duty.amps", amps),
            speed("duty.speed", "Speed", { optional: true }),
          ),
        },
      ),
      step("shut", "Shut off, briefly: both gauges.", "The point that no system can shift.", {
        when: fact("may-shut", "yes"),
        acts: ["shuts"],
        fields: atPosition(
          "shut",
          pressure("shut.suctionPressure", "Suction gauge"),
          pressure("shut.dischargePressure", "Discharge gauge"),
        ),
        shows: ["dead-head"],
      }),
      step(
        "sound",
        "Vibration, bearing warmth, sound: as they are when new.",
        "“It always did that” is known from here on.",
        mustBe("noted", "Sound and warmth", "Note them.", "noted", "not yet"),
      ),
      step(
        "sign",
        "Take the same readings into Readings, and sign with “commissioning” as the reason.",
        "A fingerprint is made by a signature, and the oldest stays.",
        mustBe("taken-over", "Readings", "Take them into Readings first.", "are there", "not yet"),
      ),
    ],
  ),

  procedure(
    "fire-yearly",
    "Fire-water pump, yearly test",
    "Shut off, rated and overload, each at its measured speed. The authority in charge judges.",
    60,
    [
      step(
        "impairment",
        "The owner's impairment procedure is begun, alarms told, the authority asked who is to be there.",
        "Out of service nobody is protected.",
        mustBe(
          "impairment",
          "Impairment procedure",
          "It is the owner's: begin when they say so.",
          "begun",
          "not yet",
        ),
      ),
      step(
        "churn",
        "Churn: no flow. Suction, discharge, speed.",
        "At most 140 % of the rated pressure, at least 100.",
        {
          acts: ["starts", "shuts"],
          fields: atPosition(
            "shut",
            pressure("churn.suctionPressure", "Suction gauge"),
            pressure("churn.dischargePressure", "Discharge gauge"),
            speed("churn.speed", "Speed"),
          ),
        },
      ),
      step(
        "rated",
        "Rated flow: suction, discharge, flow, speed.",
        "At least the rated pressure.",
        {
          acts: ["starts"],
          fields: atPosition(
            "as found",
            pressure("rated.suctionPressure", "Suction gauge"),
            pressure("rated.dischargePressure", "Discharge gauge"),
            flow("rated.flow", "Flow"),
            speed("rated.speed", "Speed"),
          ),
        },
      ),
      step("overload", "150 %: the same.", "At least 65 % of the rated pressure.", {
        acts: ["starts"],
        fields: atPosition(
          "overload",
          pressure("overload.suctionPressure", "Suction gauge"),
          pressure("overload.dischargePressure", "Discharge gauge"),
          flow("overload.flow", "Flow"),
          speed("overload.speed", "Speed"),
        ),
      }),
      step(
        "take",
        "Take the three points into Readings; the Board corrects them for speed and judges each.",
        "Judged by hand, speed is forgotten.",
        mustBe(
          "in-readings",
          "The three points",
          "Take them over first.",
          "are in Readings",
          "not yet",
        ),
      ),
      step(
        "back",
        "Valves as they were, sealed; alarms and the owner told that it is back.",
        "A fire pump left with one valve shut is none.",
        mustBe(
          "in-service",
          "Valves sealed, owner and alarms told",
          "It stays out of service until this is so.",
          "done",
          "not yet",
        ),
      ),
    ],
    {
      when: fact("family", "fire"),
      followUps: [{ what: "Fire-water pump: yearly test", after: 24 * 365 }],
    },
  ),

  procedure(
    "clear-choke",
    "Clear a choked strainer or wheel",
    "What proves it is the suction gauge before and after.",
    45,
    [
      step(
        "before",
        "Read both gauges as found.",
        "Without them nobody knows what the cleaning gave back.",
        {
          fields: atPosition(
            "as found",
            pressure("before.suctionPressure", "Suction gauge"),
            pressure("before.dischargePressure", "Discharge gauge"),
          ),
        },
      ),
      step(
        "off",
        "Off, locked; valves shut, pressure at zero, drained.",
        "A basket under vacuum or pressure comes out on its own.",
        { acts: ["terminals", "opens"] },
      ),
      step(
        "look",
        "Look before it is cleaned: how deep is the dirt, and what is it?",
        "Weed, scale, rubber and bolts each have a place they came from.",
        {
          acts: ["opens"],
          fields: inTest(
            "open-strainer-look",
            length("layer", "Depth of dirt", { optional: true }),
          ),
          photo: "The basket as found",
          asks: [
            {
              id: "choked",
              name: "Where it sat",
              options: [
                { id: "strainer", name: "strainer" },
                { id: "wheel", name: "wheel" },
                { id: "pipe", name: "pipe or hose" },
                { id: "nothing", name: "nothing there" },
              ],
            },
          ],
        },
      ),
      step(
        "clean",
        "Clean it; look through the mesh at a lamp; new gasket.",
        "Half of a mesh is often still shut by what cannot be seen.",
        {
          when: not(is("choked", "nothing")),
          acts: ["opens"],
          touched: "cleaned",
          ...mustBe(
            "through",
            "Mesh or wheel",
            "Clean on.",
            "clear all through",
            "still part shut",
          ),
        },
      ),
      step(
        "vent",
        "Close it, open the suction, vent.",
        "Air left in the basket goes to the wheel.",
        {
          ...mustBe("vented", "Vent", "Vent on.", "water without air", "still air"),
          touched: "vented",
        },
      ),
      step(
        "after",
        "Locks off, run it, read both gauges again.",
        "What came back is what was choked.",
        {
          acts: ["starts"],
          fields: atPosition(
            "after",
            pressure("after.suctionPressure", "Suction gauge"),
            pressure("after.dischargePressure", "Discharge gauge"),
          ),
          shows: ["proves-clean-strainer-reread"],
          fails: "Nothing came back: it was not the strainer. Look further along the suction.",
        },
      ),
    ],
    {
      when: not(fact("family", "borehole")),
      followUps: [{ what: "Strainer: suction gauge once more", after: 24 * 30 }],
    },
  ),

  procedure(
    "first-aid",
    "First aid until parts come",
    "A pump that limps is watched; one that is forgotten fails at night.",
    20,
    [
      step("what", "Say what was done to keep it going.", "Whoever comes next has to find it.", {
        asks: [
          {
            id: "aid",
            name: "What keeps it going",
            options: [
              { id: "throttled", name: "throttled or slowed" },
              { id: "cord", name: "soft cord in the gland" },
              { id: "by-hand", name: "run by hand, by a clock" },
              { id: "standby", name: "the standby runs" },
              { id: "stopped", name: "it stays off" },
            ],
          },
        ],
      }),
      step(
        "mark",
        "Mark it at the pump: temporary, since when, by whom.",
        "What is not marked is taken for how it is meant.",
        {
          ...mustBe("marked", "A tag at the pump", "Mark it first.", "hangs there", "not yet"),
          photo: "The tag",
        },
      ),
      step(
        "watch",
        "Tell the operator what to look for, and when to stop it.",
        "They see it every day.",
        mustBe("told", "The operator", "Tell them, or leave a note.", "knows", "not yet"),
      ),
      step(
        "after",
        "Read the amps, or a gauge, as it limps.",
        "Tomorrow's reading shows whether it gets worse.",
        {
          when: not(is("aid", "stopped")),
          acts: ["reads-live"],
          fields: atPosition(
            "after",
            amps("after.amps.0", "Current", { optional: true }),
            pressure("after.dischargePressure", "Discharge gauge", { optional: true }),
          ),
          rules: [
            rule(
              { any: [{ read: "after.amps.0" }, { read: "after.dischargePressure" }] },
              "Read one of the two.",
            ),
          ],
        },
      ),
    ],
    { followUps: [{ what: "Temporary repair: look at it, parts there?", after: 24 * 3 }] },
  ),
];
