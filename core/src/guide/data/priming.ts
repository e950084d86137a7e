/** Filling, priming, starting and stopping, each layout in the order that keeps its prime. */
import type { Procedure, Step } from "../form.ts";
import {
  amps,
  fact,
  flow,
  length,
  mustBe,
  not,
  pressure,
  procedure,
  rule,
  speed,
  step,
  timed,
  yesNo,
  isYes,
  is,
  inTest,
} from "./build.ts";

/** Once it stands full: started with little open, and opened by steps. */
const startUp = (why = "A full casing and a way out: only then does it make pressure."): Step[] => [
  step("start", "Discharge nearly shut. Locks off, start it.", why, {
    acts: ["starts"],
    fields: [pressure("first", "Discharge gauge, ten seconds in")],
    rules: [
      rule(
        { slot: "first", atLeast: 20_000 },
        "Hardly any pressure: it is not full. Stop it, it must not run dry; fill and vent again.",
      ),
    ],
    fails:
      "Stop within a minute. Fill again; if the level in the port had fallen, something lets the water back.",
  }),
  step(
    "open",
    "Open the discharge by steps; wait at each until the gauge stands still.",
    "Opened at once it pulls its own water away and lets go.",
    {
      fields: [pressure("open.pressure", "Discharge gauge, open")],
      ...mustBe(
        "holds",
        "At each step the gauge",
        "It falls away: shut it back to where it held, and look at the suction.",
        "held",
        "fell away",
      ),
    },
  ),
  step(
    "minute",
    "Watch the first minutes: gauge, sound, and a hand on the suction pipe.",
    "Most primes are lost in the first minute.",
    {
      acts: ["starts"],
      wait: 180,
      ...mustBe(
        "kept",
        "After three minutes",
        "It let go: stop, and look for air on the suction before it is filled again.",
        "it still delivers",
        "it let go",
      ),
    },
  ),
];

const SUCTION_LIFT = fact("installation", "lift");

export const PRIMING_PROCEDURES: readonly Procedure[] = [
  procedure(
    "prime-flooded",
    "Fill and start a flooded pump",
    "Water stands over it; the air has to find a way out.",
    15,
    [
      step(
        "open-suction",
        "Suction valve fully open; it stays so.",
        "A suction valve is never a throttle.",
        mustBe(
          "suction-open",
          "Suction valve",
          "Open it fully before anything else.",
          "fully open",
          "not fully",
        ),
      ),
      step(
        "vent",
        "Open the vent at the top of the casing until water comes without air; a split casing at both ends.",
        "Air at the wheel's eye keeps the water out as a plug would.",
        {
          ...mustBe(
            "vented",
            "At the vent",
            "Air still comes: wait. If nothing comes, the suction is shut or blocked.",
            "water without air",
            "air or nothing",
          ),
          touched: "vented",
        },
      ),
      step(
        "turn",
        "Turn it by hand and vent once more.",
        "A pocket between the vanes comes up when they move.",
        {
          ...mustBe(
            "turned",
            "Shaft by hand",
            "It does not turn: find out why before it is started.",
            "turns",
            "does not turn",
          ),
        },
      ),
      ...startUp(),
    ],
    { when: fact("installation", "flooded") },
  ),

  procedure(
    "prime-foot-valve",
    "Fill and start a pump on a lift with a foot valve",
    "The pipe has to be full from the foot valve to the wheel, and stay so.",
    25,
    [
      step(
        "pours",
        "Fill through the port at the top until water stands in it.",
        "The pump cannot pull air up a pipe: in air it makes an eight-hundredth of its pressure.",
        {
          ...mustBe(
            "stands",
            "In the port",
            "It does not fill: the foot valve is open or missing, or the pipe leaks.",
            "water stands",
            "it does not fill",
          ),
        },
      ),
      step(
        "watch",
        "Watch the level in the port for two minutes.",
        "How fast it falls is how long the prime will last.",
        {
          wait: 120,
          fields: inTest("drain-back", length("fall", "Fall"), timed("over", "Over")),
          rules: [
            rule(
              { slot: "fall", atMost: 0.02 },
              "It falls: the foot valve passes. Clean or replace it; filling again cures nothing.",
            ),
          ],
          shows: ["reads-drain-back"],
          fails: "Lift the foot valve and look at its seat: a stone, a worn flap, or none at all.",
        },
      ),
      step(
        "close",
        "Close the port with a sound seal.",
        "A port that lets a little air in is a prime lost tomorrow.",
        mustBe("port-tight", "Port", "Close it with a new seal.", "closed, sealed", "not yet"),
      ),
      ...startUp(),
    ],
    {
      edition: 2,
      when: { all: [SUCTION_LIFT, not(fact("family", "dry-priming", "portable", "jet-deep"))] },
    },
  ),

  procedure(
    "prime-tank-primer",
    "Prime a portable pump on its tank by hand primer",
    "Recirculation and hose valve shut: the primer is then the only way out for the air.",
    10,
    [
      step(
        "shut-ways",
        "Shut the recirculation valve and the hose valve; open the tank's valve.",
        "Any other way open, and the primer pulls air from there.",
        {
          ...mustBe(
            "ways-shut",
            "Recirculation and hose valve",
            "Shut both first.",
            "both shut",
            "one is open",
          ),
        },
      ),
      step(
        "pump",
        "Work the hand primer until solid water comes from it.",
        "Water without air from the primer says that the casing is full.",
        {
          ...mustBe(
            "solid",
            "From the primer",
            "Only air after a minute: look at tank level, the tank's valve, the hose washers.",
            "solid water",
            "air",
          ),
        },
      ),
      step(
        "shut-primer",
        "Shut the primer's valve before the engine starts.",
        "Discharge pressure tears its diaphragm.",
        mustBe("primer-shut", "Primer", "Shut it before there is pressure.", "shut", "open"),
      ),
      step(
        "way-out",
        "Open the hose valve and the nozzle.",
        "The water has to have a way out, or it cooks.",
        mustBe(
          "way-open",
          "Hose valve and nozzle",
          "Open a way out before it starts.",
          "open",
          "shut",
        ),
      ),
      step(
        "start",
        "Anchor the hose. Start the engine at idle, then up.",
        "A hose that fills jumps.",
        {
          acts: ["starts"],
          fields: [pressure("first", "Discharge gauge")],
          rules: [
            rule({ slot: "first", atLeast: 20_000 }, "No pressure: idle down, stop, prime again."),
          ],
        },
      ),
      step(
        "hold",
        "Before the nozzle is shut, open the recirculation valve.",
        "With no way out the casing boils in minutes.",
        mustBe(
          "recirculates",
          "Recirculation before the nozzle is shut",
          "Open it first, each time.",
          "open first",
          "not done",
        ),
      ),
    ],
    { edition: 2, when: fact("family", "portable") },
  ),

  procedure(
    "prime-dry-set",
    "Prime and start a dry-priming set",
    "It clears its own air, if the air can only come from the hose.",
    20,
    [
      step(
        "hose",
        "Lay the hose without a kink or a hump; end deep and off the bottom.",
        "A hump fills with air that nothing carries off.",
        {
          acts: ["starts"],
          ...mustBe("laid", "Hose", "Lay it anew.", "laid, end covered", "kinked, humped or bare"),
        },
      ),
      step(
        "drains",
        "All drains shut; seal oil at its mark; discharge not capped.",
        "An open drain is a hose full of air.",
        mustBe(
          "drains-shut",
          "Drains, oil, discharge",
          "See to them first.",
          "shut, full, open",
          "one is not",
        ),
      ),
      step(
        "start",
        "Start it; note the time until it delivers.",
        "The stopwatch against what the hose holds tells a weak primer from a long hose.",
        {
          acts: ["starts"],
          fields: [
            timed("took", "Until it delivers"),
            pressure("vacuum", "Highest vacuum"),
            speed("speed", "Engine speed"),
            flow("primer", "Its primer draws, of free air", { optional: true }),
          ],
          shows: ["vacuum-share", "primer-time"],
        },
      ),
      step(
        "delivers",
        "Bring it to speed; watch vacuum and discharge for three minutes.",
        "High vacuum and little flow is a restriction; low vacuum and high pressure is air locked in the discharge.",
        {
          wait: 180,
          fields: [
            pressure("run.vacuum", "Suction gauge"),
            pressure("run.pressure", "Discharge gauge"),
          ],
          ...mustBe(
            "delivers",
            "After three minutes",
            "“Will not prime” or “Primed but not pumping” has the order in which to look.",
            "it delivers",
            "it does not",
          ),
        },
      ),
    ],
    { edition: 2, when: fact("family", "dry-priming") },
  ),

  procedure(
    "prime-two-pipe-jet",
    "Fill and start a jet with two pipes",
    "Both pipes have to be full: the jet at the bottom works by the water that comes down to it.",
    40,
    [
      step(
        "valve",
        "Regulator open; any branch on the suction shut.",
        "A branch lets in the air that the jet would have to lift.",
        {
          ...mustBe(
            "branch-shut",
            "Branches on the suction",
            "Shut them, or take them out: one of them is enough.",
            "none, or shut",
            "one is open",
          ),
        },
      ),
      step(
        "fill-pressure",
        "Fill the pressure pipe through the port until water stands in it.",
        "It is the pipe that drives the jet.",
        {
          ...mustBe(
            "pressure-full",
            "Pressure pipe",
            "It does not fill: a leak, or the foot valve is open.",
            "full",
            "does not fill",
          ),
        },
      ),
      step(
        "fill-suction",
        "Fill the suction pipe and the body as well, vent open.",
        "One full pipe and one empty one make no jet.",
        {
          ...mustBe(
            "suction-full",
            "Suction pipe and body",
            "Fill on until the vent gives water without air.",
            "full",
            "not full",
          ),
          touched: "vented",
        },
      ),
      step(
        "watch",
        "Watch the level in the port for two minutes.",
        "A level that falls is the foot valve.",
        {
          wait: 120,
          fields: inTest("drain-back", length("fall", "Fall"), timed("over", "Over")),
          rules: [
            rule(
              { slot: "fall", atMost: 0.02 },
              "It falls: the foot valve passes, and the prime will be gone by tomorrow.",
            ),
          ],
          shows: ["reads-drain-back"],
        },
      ),
      step(
        "start",
        "Port closed. Locks off, start with the regulator nearly shut.",
        "The jet needs pressure before it can lift.",
        {
          acts: ["starts"],
          fields: [pressure("first", "Pressure gauge")],
          rules: [
            rule(
              { slot: "first", atLeast: 100_000 },
              "Too little to drive the jet: stop, fill both pipes again.",
            ),
          ],
        },
      ),
      step(
        "set",
        "Open the regulator until the gauge falters, then back by a little.",
        "Opened too far the pressure pipe starves and it lets go.",
        {
          acts: ["starts"],
          wait: 180,
          fields: [pressure("set.pressure", "Pressure gauge, set")],
          ...mustBe(
            "lifts",
            "After three minutes",
            "It let go: stop, fill both pipes, set it a little higher.",
            "it lifts",
            "it let go",
          ),
        },
      ),
    ],
    { edition: 2, when: fact("family", "jet-deep") },
  ),

  procedure(
    "prime-circuit",
    "Prime through a small self-priming pump",
    "The small one pushes the water through the large one in series; then it keeps its lines full.",
    30,
    [
      step(
        "series",
        "Set the valves: source to the small pump, small pump through the large one, out.",
        "In series the air leaves by the large pump's own way.",
        mustBe("in-series", "Valves", "Set them in series first.", "in series", "not yet"),
      ),
      step(
        "small",
        "Fill the small pump's body and start it.",
        "Self-priming is not self-filling: it needs the water it holds.",
        {
          acts: ["starts"],
          ...mustBe("small-runs", "It", "Stop it and fill its body again.", "pulls", "runs dry"),
        },
      ),
      step(
        "air-out",
        "Wait until water without air leaves beyond the large pump; vent its casing.",
        "What is left in its casing keeps it from making pressure.",
        {
          wait: 60,
          ...mustBe(
            "no-air",
            "Beyond the large pump",
            "Wait; if air keeps coming a joint of the suction lets it in.",
            "water without air",
            "still air",
          ),
          touched: "vented",
        },
      ),
      step("large", "Start the large pump.", "It stands full, with a way out.", {
        acts: ["starts"],
        fields: [pressure("first", "Its discharge gauge")],
        rules: [rule({ slot: "first", atLeast: 10_000 }, "No pressure: stop it and vent again.")],
      }),
      step(
        "parallel",
        "Set the valves so that the small one runs beside it.",
        "Left in series it throttles the large one; beside it, it keeps the lines full.",
        {
          ...mustBe(
            "in-parallel",
            "Valves",
            "Set them in parallel.",
            "in parallel",
            "still in series",
          ),
        },
      ),
    ],
    { edition: 2, when: fact("family", "tub") },
  ),

  procedure(
    "start-shut",
    "Start against a shut valve, open by steps",
    "A centrifugal pump takes least power and pulls least water with its valve nearly shut.",
    10,
    [
      step(
        "full",
        "Casing full and vented; suction fully open; valve all but shut.",
        "A crack of flow carries the heat off.",
        mustBe("is-full", "Casing", "Fill and vent first.", "full", "not sure"),
      ),
      ...startUp("Against a nearly shut valve the motor starts with its least load."),
      step(
        "load",
        "Read the amps with the valve where it stays.",
        "Opened too far it runs out on its curve and overloads.",
        {
          acts: ["reads-live"],
          fields: [amps("after.amps", "Current"), amps("plate", "Plate amps")],
          rules: [
            rule(
              { slot: "after.amps", atMost: { slot: "plate" } },
              "Over the plate: shut the valve back until it is not.",
            ),
          ],
        },
      ),
    ],
    {
      when: { all: [not(fact("family", "positive-displacement")), not(fact("driver", "engine"))] },
    },
  ),

  procedure(
    "stop-keep-prime",
    "Shut down and keep the prime",
    "What is shut in the right order is still full tomorrow.",
    5,
    [
      step(
        "ease",
        "Shut the discharge slowly, or slow the engine down.",
        "A column that is stopped at once comes back through the pump.",
        { ...mustBe("eased", "Discharge", "Ease it first.", "eased", "still open") },
      ),
      step(
        "recirculation",
        "Shut the recirculation valve.",
        "Left open it drains the casing into the tank.",
        {
          when: fact("family", "portable"),
          ...mustBe(
            "recirculation-shut",
            "Recirculation valve",
            "Shut it, or the prime is gone by morning.",
            "shut",
            "open",
          ),
        },
      ),
      step(
        "stop",
        "Stop it; watch the shaft run out.",
        "A shaft that turns backwards has a check valve that passes.",
        {
          asks: [yesNo("backwards", "It turned backwards as it ran out", "yes", "no")],
          rules: [
            rule(
              is("backwards", "no"),
              "Shut the discharge valve: the check valve passes and wants mending.",
            ),
          ],
        },
      ),
      step(
        "level",
        "Look at the level in the port after five minutes.",
        "A prime that goes overnight begins to go now.",
        {
          wait: 300,
          asks: [yesNo("stays", "The level", "stays", "falls")],
          rules: [
            rule(
              isYes("stays"),
              "The foot or check valve passes: note it, it will not start tomorrow.",
            ),
          ],
        },
      ),
    ],
    { when: not(fact("family", "borehole", "sump")) },
  ),
];
