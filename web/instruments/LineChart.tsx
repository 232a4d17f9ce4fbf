"use client";

import {
  Chart,
  Legend,
  LinearScale,
  LineElement,
  PointElement,
  ScatterController,
  LineController,
  Tooltip,
} from "chart.js";
import { useEffect, useRef } from "react";

Chart.register(LinearScale, PointElement, LineElement, ScatterController, LineController, Legend, Tooltip);

export type Line = {
  label: string;
  points: { x: number; y: number | null }[];
  tone: "ink" | "inside" | "past" | "near" | "doubt" | "soft";
  dashed?: boolean;
  dots?: boolean;
};

const PROPERTY = (tone: string): string =>
  getComputedStyle(document.documentElement).getPropertyValue(`--${tone}`).trim();

/** An ordinary chart of lines over a number, in the tones of the theme, with a sentence for those who cannot see it. */
export function LineChart({
  lines,
  x,
  y,
  says,
  height = 300,
}: {
  lines: readonly Line[];
  x: string;
  y: string;
  says: string;
  height?: number;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    if (!canvas.current) return;
    const ink = PROPERTY("ink");
    const grid = PROPERTY("line");
    const font = { family: "Barlow Semi Condensed", size: 15 };
    const axis = (text: string) => ({
      type: "linear" as const,
      title: { display: true, text, color: ink, font },
      ticks: { color: ink, font },
      grid: { color: grid, lineWidth: 0.5 },
    });
    const chart = new Chart(canvas.current, {
      type: "line",
      data: {
        datasets: lines.map((line) => ({
          label: line.label,
          data: line.points as { x: number; y: number }[],
          borderColor: PROPERTY(line.tone),
          backgroundColor: PROPERTY(line.tone),
          borderWidth: 2.5,
          borderDash: line.dashed ? [7, 5] : [],
          pointRadius: line.dots ? 6 : 0,
          showLine: !line.dots,
          spanGaps: false,
        })),
      },
      options: {
        animation: false,
        maintainAspectRatio: false,
        parsing: false,
        scales: { x: axis(x), y: axis(y) },
        plugins: { legend: { labels: { color: ink, font, boxHeight: 2 } } },
      },
    });
    return () => chart.destroy();
  }, [lines, x, y]);
  return (
    <div style={{ height }}>
      <canvas ref={canvas} role="img" aria-label={says} />
    </div>
  );
}
