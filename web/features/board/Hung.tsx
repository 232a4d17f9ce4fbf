"use client";

import dynamic from "next/dynamic";
import { useMemo } from "react";
import type { BoardLine } from "./Board.tsx";

const Board = dynamic(() => import("./Board.tsx").then((file) => file.Board), {
  ssr: false,
  loading: () => <p className="text-lg text-soft">The board is being hung …</p>,
});

/** The board, drawn in the browser: the server sends what stands where, and three hundred tiles cost it no more than ten. */
export function Hung({ machines, wall }: { machines: string; wall?: boolean }) {
  const lines = useMemo(() => JSON.parse(machines) as BoardLine[], [machines]);
  return <Board machines={lines} {...(wall ? { wall } : {})} />;
}
