"use client";

import dynamic from "next/dynamic";
import { useMemo } from "react";
import { linesSent } from "@averin/core";

const Board = dynamic(() => import("./Board.tsx").then((file) => file.Board), {
  ssr: false,
  loading: () => <p className="text-lg text-soft">The board is being hung …</p>,
});

/** The board, drawn in the browser: the server sends what stands where, and three hundred tiles cost it no more than ten. */
export function Hung({ machines, wall }: { machines: string; wall?: boolean }) {
  const lines = useMemo(() => linesSent(machines), [machines]);
  return <Board machines={lines} {...(wall ? { wall } : {})} />;
}
