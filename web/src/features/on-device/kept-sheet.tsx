"use client";

import { Component, type ReactNode } from "react";
import { forgetSheet } from "@/features/device";
import { type KeptHere, type SheetDto, SheetPage } from "@/features/run-sheet";
import { NotHere } from "./not-here";

/** A sheet as this device keeps it. One that was damaged there says so, and goes: with the next network it comes anew. */
export class KeptSheet extends Component<{ dto: SheetDto; kept: KeptHere }, { damaged: boolean }> {
  override state = { damaged: false };

  static getDerivedStateFromError = () => ({ damaged: true });

  override componentDidCatch(): void {
    void forgetSheet(this.props.dto.id).catch(() => undefined);
  }

  override render(): ReactNode {
    return this.state.damaged ? <NotHere why="damaged" frame /> : <SheetPage {...this.props} />;
  }
}
