import { describe, expect, it } from "vitest";
import { codeOf, readCode } from "./tag-code";

describe("the code on a tag", () => {
  it("comes back from itself, from an address and from careless typing", () => {
    const id = "3f2a91c2-0000-4000-8000-000000000000";
    expect(codeOf(id)).toBe("3F2A-91C2");
    for (const text of [
      "3F2A-91C2",
      " 3f2a91c2 ",
      "3f2a 91c2",
      "http://127.0.0.1:3000/t/3F2A-91C2",
    ])
      expect(readCode(text)).toBe("3f2a91c2");
  });
  it("is not found in anything else", () => {
    for (const text of ["", "LF-2", "3F2A-91C", "http://other/page", "3F2A-91C2-7"])
      expect(readCode(text)).toBeUndefined();
  });
});
