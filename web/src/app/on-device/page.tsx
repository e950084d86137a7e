import type { Metadata } from "next";
import { OnDevice } from "@/features/on-device";
import { saveSettings } from "@/features/who/index.server";

export const metadata: Metadata = { title: "On this device" };

/** Nothing of anyone is in it: it shows what the device itself keeps. */
export default function Page() {
  return <OnDevice onSettings={saveSettings} />;
}
