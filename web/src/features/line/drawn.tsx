"use client";

import type { LineView } from "@yard-tack/core/board";
import { LineDrawing } from "./line-drawing";

/** A drawing that is only looked at. */
export const Drawn = ({ view }: { view: LineView }) => (
  <LineDrawing view={view} selected={null} onSelect={() => undefined} />
);
