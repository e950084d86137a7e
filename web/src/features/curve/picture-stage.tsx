"use client";

import type { PicturePoint } from "@yard-tack/core/sheet";
import { type KeyboardEvent, type PointerEvent, useEffect, useRef, useState } from "react";
import { type Mark, type MarkKey, MARKS } from "./axis-marks";
import classes from "./curve.module.css";

const LOUPE = 120;
const ZOOM = 3;

/** The picture with its marks, taps and line; a loupe follows the finger, arrows move a cross. */
export function PictureStage({
  picture,
  marks,
  taps,
  line,
  onMark,
  onBack,
}: {
  picture: ImageBitmap;
  marks: Readonly<Record<MarkKey, Mark>>;
  taps: readonly PicturePoint[];
  line: string;
  onMark: (at: PicturePoint) => void;
  onBack: () => void;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const loupe = useRef<HTMLCanvasElement>(null);
  const [cross, setCross] = useState<PicturePoint>({ x: picture.width / 2, y: picture.height / 2 });
  const unit = Math.max(picture.width, picture.height) / 700;

  useEffect(() => {
    const element = canvas.current;
    if (!element) return;
    element.width = picture.width;
    element.height = picture.height;
    element.getContext("2d")?.drawImage(picture, 0, 0);
  }, [picture]);

  useEffect(() => {
    const glass = loupe.current?.getContext("2d");
    if (!glass) return;
    glass.fillStyle = "#fff";
    glass.fillRect(0, 0, LOUPE, LOUPE);
    const reach = LOUPE / ZOOM / 2;
    glass.drawImage(
      picture,
      cross.x - reach,
      cross.y - reach,
      2 * reach,
      2 * reach,
      0,
      0,
      LOUPE,
      LOUPE,
    );
    glass.strokeStyle = "#c4452d";
    glass.beginPath();
    glass.moveTo(LOUPE / 2, 0);
    glass.lineTo(LOUPE / 2, LOUPE);
    glass.moveTo(0, LOUPE / 2);
    glass.lineTo(LOUPE, LOUPE / 2);
    glass.stroke();
  }, [picture, cross]);

  const placeOf = (e: PointerEvent): PicturePoint => {
    const box = canvas.current?.getBoundingClientRect();
    if (!box) return cross;
    return {
      x: ((e.clientX - box.left) / box.width) * picture.width,
      y: ((e.clientY - box.top) / box.height) * picture.height,
    };
  };
  const key = (e: KeyboardEvent) => {
    const step = (e.shiftKey ? 10 : 1) * unit;
    const move: Readonly<Record<string, readonly [number, number]>> = {
      ArrowLeft: [-step, 0],
      ArrowRight: [step, 0],
      ArrowUp: [0, -step],
      ArrowDown: [0, step],
    };
    const by = move[e.key];
    if (by) setCross({ x: cross.x + by[0], y: cross.y + by[1] });
    else if (e.key === "Enter" || e.key === " ") onMark(cross);
    else if (e.key === "Backspace") onBack();
    else return;
    e.preventDefault();
  };
  return (
    <div className={classes.stage}>
      <div
        className={classes.picture}
        tabIndex={0}
        role="application"
        aria-label="Picture of the sheet. Arrows move the cross, Shift makes them larger, Enter marks, Backspace takes back."
        data-testid="picture"
        onKeyDown={key}
        onPointerMove={(e) => setCross(placeOf(e))}
        onPointerUp={(e) => {
          const at = placeOf(e);
          setCross(at);
          onMark(at);
        }}
      >
        <canvas ref={canvas} />
        <svg viewBox={`0 0 ${picture.width} ${picture.height}`} aria-hidden>
          <polyline points={line} className={classes.traced} strokeWidth={2.5 * unit} />
          {taps.map((t, i) => (
            <circle key={i} cx={t.x} cy={t.y} r={4 * unit} className={classes.tap} />
          ))}
          {MARKS.map(({ key: k, axis }) => {
            const { at } = marks[k];
            return at ? (
              <g key={k} className={classes.axisMark} strokeWidth={2 * unit}>
                <line x1={at.x - 9 * unit} x2={at.x + 9 * unit} y1={at.y} y2={at.y} />
                <line x1={at.x} x2={at.x} y1={at.y - 9 * unit} y2={at.y + 9 * unit} />
                <text
                  x={at.x + 8 * unit}
                  y={at.y + (axis === "flow" ? 20 : -8) * unit}
                  fontSize={15 * unit}
                  strokeWidth={0}
                >
                  {axis}
                </text>
              </g>
            ) : null;
          })}
          <g className={classes.cross} strokeWidth={1.2 * unit}>
            <line x1={cross.x - 16 * unit} x2={cross.x + 16 * unit} y1={cross.y} y2={cross.y} />
            <line x1={cross.x} x2={cross.x} y1={cross.y - 16 * unit} y2={cross.y + 16 * unit} />
          </g>
        </svg>
      </div>
      <canvas ref={loupe} width={LOUPE} height={LOUPE} className={classes.loupe} aria-hidden />
    </div>
  );
}
