import { describe, expect, it } from "vitest";
import { makePuller } from "./puller";

/** A server that answers when it is let, and pauses that are run by hand. */
function server() {
  const open: ((isAnswered: boolean) => void)[] = [];
  const paused: { readonly ms: number; readonly then: () => void }[] = [];
  let asked = 0;
  const puller = makePuller({
    ask: () => {
      asked++;
      return new Promise((resolve) => open.push(resolve));
    },
    pause: (ms, then) => {
      const one = { ms, then };
      paused.push(one);
      return () => void paused.splice(paused.indexOf(one), 1);
    },
  });
  const answer = async (isAnswered: boolean) => {
    open.shift()?.(isAnswered);
    for (let i = 0; i < 5; i++) await Promise.resolve();
  };
  return { puller, paused, answer, asked: () => asked };
}

describe("what came", () => {
  it("is asked for once at a time, and once more when something is told meanwhile", async () => {
    const { puller, answer, asked } = server();
    for (let i = 0; i < 4; i++) void puller.pull();
    expect(asked()).toBe(1);
    await answer(true);
    expect(asked()).toBe(2);
    await answer(true);
    expect(asked()).toBe(2);
  });

  it("and could not be had is asked for again by itself, less and less often", async () => {
    const { puller, paused, answer, asked } = server();
    void puller.pull();
    const waits: number[] = [];
    for (let i = 0; i < 6; i++) {
      await answer(false);
      const [next] = paused.splice(0);
      waits.push(next?.ms ?? 0);
      next?.then();
    }
    expect(waits).toEqual([1000, 2000, 4000, 8000, 15_000, 15_000]);
    await answer(true);
    expect(paused).toEqual([]);
    expect(asked()).toBe(7);
    // The next one that fails begins anew.
    void puller.pull();
    await answer(false);
    expect(paused.map((p) => p.ms)).toEqual([1000]);
  });

  it("is not waited for any more once the sheet is left", async () => {
    const { puller, paused, answer } = server();
    void puller.pull();
    await answer(false);
    puller.stop();
    expect(paused).toEqual([]);
    void puller.pull();
    puller.stop();
    await answer(false);
    expect(paused).toEqual([]);
  });
});
