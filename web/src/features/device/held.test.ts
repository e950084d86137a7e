import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { makeHeld } from "./held";

interface Item {
  readonly id: string;
}
const item = (id: string): Item => ({ id });
const ids = (list: readonly Item[]) => list.map((i) => i.id);

/** A page over a store in which rows can go missing, and that can be full. */
function onPage() {
  const device = { rows: [] as Item[], full: false, denied: false, nowhere: 0 };
  const held = makeHeld<Item>({
    idOf: (i) => i.id,
    keepAll: async (list) => {
      await Promise.resolve();
      if (device.full) throw new Error("full");
      const there = new Set(ids(list));
      device.rows = [...device.rows.filter((r) => !there.has(r.id)), ...list];
    },
    nowhere: (count) => (device.nowhere = count),
  });
  const read = async () => {
    await Promise.resolve();
    if (device.denied) throw new Error("denied");
    return [...device.rows];
  };
  const type = (id: string) => {
    if (device.full) return held.failed(item(id));
    device.rows.push(item(id));
    held.kept(item(id));
  };
  return { device, held, type, toSend: async () => ids(await held.waiting(read)) };
}

describe("what a page holds and the server does not have", () => {
  it("is what the store has, while nothing is missing there", async () => {
    const { type, toSend, device } = onPage();
    device.rows.push(item("of another page"));
    type("a");
    expect(await toSend()).toEqual(["of another page", "a"]);
  });

  it("goes all the same when the store is cleared, before what was typed since, and is kept again", async () => {
    const { type, toSend, device } = onPage();
    type("a");
    type("b");
    device.rows = [];
    type("c");
    expect(await toSend()).toEqual(["a", "b", "c"]);
    expect(ids(device.rows)).toEqual(["a", "b", "c"]);
    expect(device.nowhere).toBe(0);
  });

  it("is told to be nowhere else while the device is full, and is kept once there is room", async () => {
    const { type, toSend, device } = onPage();
    type("a");
    device.full = true;
    type("b");
    expect(device.nowhere).toBe(1);
    expect(await toSend()).toEqual(["a", "b"]);
    expect(device.nowhere).toBe(1);
    device.full = false;
    expect(await toSend()).toEqual(["a", "b"]);
    expect(device.nowhere).toBe(0);
    expect(ids(device.rows)).toEqual(["a", "b"]);
  });

  it("is not taken for sent where the store cannot be read", async () => {
    const { type, toSend, device } = onPage();
    type("a");
    Object.assign(device, { denied: true, full: true });
    expect(await toSend()).toEqual(["a"]);
    expect(device.nowhere).toBe(1);
  });

  it("is not sent again once the server has it, nor what went while the store was read", async () => {
    const { held, type, toSend, device } = onPage();
    type("a");
    type("b");
    device.rows = [];
    held.gone(["a"]);
    const sending = toSend();
    held.gone(["b"]);
    expect(await sending).toEqual([]);
    expect(device.nowhere).toBe(0);
  });

  it("goes in the order in which it was made, whatever went missing and whatever was full", async () => {
    const happens = fc.record({
      full: fc.boolean(),
      missing: fc.array(fc.nat({ max: 9 }), { maxLength: 3 }),
      look: fc.boolean(),
    });
    await fc.assert(
      fc.asyncProperty(fc.array(happens, { minLength: 1, maxLength: 12 }), async (steps) => {
        const { type, toSend, device } = onPage();
        const made: string[] = [];
        for (const [i, { full, missing, look }] of steps.entries()) {
          device.full = full;
          type(`${i}`);
          made.push(`${i}`);
          device.rows = device.rows.filter((_, n) => !missing.includes(n));
          if (look) expect(await toSend()).toEqual(made);
        }
        device.full = false;
        expect(await toSend()).toEqual(made);
        expect(ids(device.rows)).toEqual(made);
        expect(device.nowhere).toBe(0);
      }),
    );
  });
});
