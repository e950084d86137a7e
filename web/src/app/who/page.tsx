import type { Metadata } from "next";
import { everybody, whoIsHere } from "@/features/who";
import { PersonChoice } from "@/features/who/person-choice";

export const metadata: Metadata = { title: "Who is here" };

export default async function Page({ searchParams }: { searchParams: Promise<{ back?: string }> }) {
  const [people, here, { back }] = await Promise.all([everybody(), whoIsHere(), searchParams]);
  return <PersonChoice people={people} here={here.id} back={back ?? "/"} />;
}
