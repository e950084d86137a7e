import type { Metadata } from "next";
import { PersonChoice } from "@/features/who";
import { everybody, personHere } from "@/features/who/index.server";

export const metadata: Metadata = { title: "Who is here" };

export default async function Page({ searchParams }: { searchParams: Promise<{ back?: string }> }) {
  const [people, here, { back }] = await Promise.all([everybody(), personHere(), searchParams]);
  return <PersonChoice people={people} here={here?.id ?? ""} back={back ?? "/"} />;
}
