import "server-only";

export { doublesOf as loadDoubles } from "@/db";
