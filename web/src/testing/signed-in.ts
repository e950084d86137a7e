/** Before each file of tests with a database: there is no request here, and somebody is signed in all the same. */
import { vi } from "vitest";

vi.mock("@/access/auth", async () => (await import("./session")).signedIn);
vi.mock("next/headers", async () => (await import("./session")).noRequest);
