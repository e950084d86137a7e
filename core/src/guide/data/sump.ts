/** Sumps: service, a fault that does not show, hand mode by the level, cycles. */
import type { Procedure } from "../form.ts";
import {
  amps,
  fact,
  isYes,
  length,
  mustBe,
  procedure,
  rule,
  step,
  three,
  timed,
  yesNo,
  inTest,
} from "./build.ts";

const SUMP = fact("family", "sump");
/** Watched until it has stopped by itself three times. */
const CYCLES = ["first", "second", "third"];

export const SUMP_PROCEDURES: readonly Procedure[] = [
  procedure(
    "sump-service",
    "Service a sump pump",
    "Most pumps that run on or do not start have a float that touches something.",
    60,
    [
      step(
        "off",
        "Unplug or lock it; it stays so until somebody is at the sump again.",
        "A float that is moved by hand starts it.",
        { acts: ["terminals", "pit"] },
      ),
      step(
        "out",
        "Lift it out by its handle or rope, never by its cable.",
        "A cable that was pulled lets water into the motor.",
        { acts: ["lifts", "opens"] },
      ),
      step(
        "clean",
        "Clean base, strainer and wheel; take hair, rag and grit out; look at the vent hole.",
        "A vent hole that is blocked locks air into the casing.",
        {
          ...mustBe(
            "wheel-turns",
            "Wheel by hand",
            "It does not turn: free it, or the pump is exchanged.",
            "turns freely",
            "does not turn",
          ),
          touched: "cleaned",
        },
      ),
      step(
        "seat",
        "Compare the seat it had worn in the floor with the feet of what goes back.",
        "A new base on an old seat stands crooked, and the float then hangs on the wall.",
        mustBe(
          "seat-fits",
          "Old seat, new feet",
          "It rocks or tilts: level the floor or set a plate under it.",
          "it stands",
          "it rocks",
        ),
      ),
      step(
        "level",
        "Set it down level, discharge plumb.",
        "A pump that leans moves its float towards the wall.",
        mustBe(
          "is-level",
          "The pump",
          "Level it: nothing else that is set here lasts otherwise.",
          "stands level",
          "leans",
        ),
      ),
      step(
        "float",
        "Move the float through its whole travel, slowly, by a stick.",
        "It has to come free of wall, pipe and cable at every height.",
        {
          acts: ["automatic"],
          ...mustBe(
            "float-free",
            "Float, all the way",
            "It touches: turn the pump, shorten the tether or move the pipe until it does not.",
            "free",
            "touches",
          ),
        },
      ),
      step(
        "cables",
        "Tie cables and ropes away from the float; tighten the coupling or union.",
        "A loop of cable holds a float up as well as a wall does.",
        {
          ...mustBe(
            "tied",
            "Cables and coupling",
            "Tie them away and tighten first.",
            "tied and tight",
            "not yet",
          ),
          touched: "tightened",
        },
      ),
      step(
        "cycles",
        "Lock off, plug in. Fill the sump with a hose and let it pump down three times; time each run.",
        "One cycle shows that it starts; three show that it stops, and that the float comes back.",
        {
          acts: ["starts", "automatic"],
          fields: three(
            "run",
            timed,
            CYCLES.map((n) => `Run, ${n} cycle`),
          ),
          asks: [yesNo("stopped", "Each time it", "started and stopped by itself", "did not")],
          rules: [
            rule(
              isYes("stopped"),
              "It has to start and stop by itself three times: look at the float once more.",
            ),
          ],
          shows: ["three-runs"],
        },
      ),
      step(
        "leaks",
        "Look at every joint while it runs, and at the level for a minute after it stopped.",
        "A level that rises by itself is a check valve that passes.",
        {
          fields: [length("rise", "Rise in a minute after the stop", { signed: true })],
          ...mustBe(
            "no-leak",
            "Joints",
            "One leaks: tighten or seal it, and run a cycle again.",
            "dry",
            "one leaks",
          ),
        },
      ),
    ],
    { when: SUMP, followUps: [{ what: "Sump: one cycle watched, float free", after: 24 * 7 }] },
  ),

  procedure(
    "provoke-fault",
    "The fault does not show today",
    "Two explanations that were both left untested come back as the same call.",
    45,
    [
      step(
        "rivals",
        "Take the two causes that lead, and say what each of them would do today.",
        "What is not named now is not looked for; the visit is closed on whichever came to mind.",
        mustBe(
          "named",
          "The rivals",
          "Name them in the notes: they stand in the log.",
          "are named",
          "not yet",
        ),
      ),
      step(
        "crooked",
        "Lean the base as it may have stood; move the float against what it could touch.",
        "A pump that somebody has straightened in passing works, until it leans again.",
        {
          when: SUMP,
          acts: ["automatic", "pit"],
          asks: [yesNo("crooked-shows", "The fault", "shows", "does not show")],
        },
      ),
      step(
        "hot",
        "Let it run until it is warm, stop it, and start it again at once.",
        "Some windings, capacitors and bearings fail warm only.",
        {
          acts: ["starts", "reads-live"],
          wait: 900,
          fields: [amps("warm.amps", "Current, warm")],
          asks: [yesNo("hot-shows", "The fault", "shows", "does not show")],
        },
      ),
      step(
        "full",
        "Give it the largest inflow there is, or the load at which it was reported.",
        "A fault of capacity shows at full load alone.",
        {
          acts: ["starts"],
          asks: [yesNo("full-shows", "The fault", "shows", "does not show")],
        },
      ),
      step(
        "moment",
        "Ask for the hour, the weather and what else ran when it was seen.",
        "A supply that sags when the freezer starts does so on the freezer's clock.",
        mustBe(
          "asked-when",
          "When it happens",
          "Ask whoever saw it; if nobody can be asked, say so in the notes.",
          "is noted",
          "not yet",
        ),
      ),
      step(
        "watch",
        "Set a day on which it is looked at again, and tell them what to look for until then.",
        "A visit that is closed as cured and was not is paid for twice.",
        mustBe(
          "told",
          "They know what to look for and whom to call",
          "Tell them, or leave a note at the pump.",
          "told",
          "not yet",
        ),
      ),
    ],
    { followUps: [{ what: "Look again: did the fault show since?", after: 24 * 14 }] },
  ),

  procedure(
    "hand-mode-level",
    "Hand mode, judged by the level",
    "It parts the control from the pump in one look: if the level falls, look at the control; if not, at pump or pipe.",
    10,
    [
      step(
        "level",
        "Sump at least half full. Mark the level.",
        "Without water over it nothing can be told, and it must not run dry.",
        { acts: ["pit"], fields: [length("start", "Level below the rim")] },
      ),
      step(
        "past",
        "Put the switch to hand, or plug the pump in past its piggyback float plug.",
        "The float's own plug carries the pump's on its back: pulled apart, the pump can be plugged in directly.",
        {
          acts: ["starts", "automatic"],
          asks: [
            {
              id: "ran",
              name: "It",
              options: [
                { id: "runs", name: "runs" },
                { id: "hums", name: "hums" },
                { id: "silent", name: "does nothing" },
              ],
            },
          ],
        },
      ),
      step(
        "fall",
        "Time the level for a minute; stop it before the inlet is bare.",
        "Current and sound say that it turns. Only the level says that water leaves.",
        {
          when: { asked: "ran", is: ["runs"] },
          acts: ["reads-live"],
          fields: inTest(
            "hand-mode",
            length("fall", "Falls by", { signed: true }),
            timed("over", "Within"),
            amps("current", "Current", { optional: true }),
          ),
          shows: ["reads-hand-mode"],
        },
      ),
      step(
        "back",
        "Switch back to automatic, float plug as it was.",
        "A pump left in hand runs dry tonight.",
        mustBe(
          "automatic-again",
          "Control",
          "Set it back before you leave.",
          "automatic again",
          "still in hand",
        ),
      ),
    ],
    { when: fact("control", "float") },
  ),

  procedure(
    "sump-cycles",
    "Time the cycles of a sump",
    "Two levels and a stopwatch give inflow, what the pump moves, and its starts in an hour.",
    20,
    [
      step(
        "levels",
        "Measure the level at which it starts and at which it stops, and the sump.",
        "Volume between the levels is what each run has to move.",
        {
          acts: ["automatic", "pit"],
          fields: [
            length("onLevel", "Starts at, above the floor"),
            length("offLevel", "Stops at, above the floor"),
            length("diameter", "Diameter of the sump"),
          ],
          rules: [
            rule(
              { slot: "onLevel", atLeast: { slot: "offLevel" } },
              "It stops above where it starts: measure again from the same edge.",
            ),
          ],
        },
      ),
      step(
        "times",
        "Time one whole run and the pause after it.",
        "Run and pause together are a cycle.",
        {
          fields: [
            { ...timed("run", "Runs"), reads: { at: "as found", slot: "runTime" } },
            { ...timed("off", "Pauses"), reads: { at: "as found", slot: "offTime" } },
          ],
          shows: ["sump-cycle"],
        },
      ),
      step(
        "pause",
        "Read the level again after a minute of the pause, with no inflow if it can be shut.",
        "A rise without inflow is water that comes back through the check valve.",
        {
          fields: inTest(
            "standing-level-rise",
            length("rise", "Rise", { signed: true }),
            timed("over", "Over"),
          ),
          shows: ["reads-standing-level-rise"],
        },
      ),
      step(
        "judge",
        "Compare the starts an hour with what the motor may.",
        "Levels too close, or a check valve that passes, wear the motor out by starting.",
        mustBe(
          "starts-judged",
          "Starts an hour",
          "Set the levels further apart, or mend the check valve; if neither can be done, refer it.",
          "within the limit",
          "too many",
        ),
      ),
    ],
    { when: SUMP },
  ),
];
