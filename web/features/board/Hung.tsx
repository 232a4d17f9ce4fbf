"use client";

import dynamic from "next/dynamic";

/** The board, drawn in the browser: the server sends what stands where, and three hundred tiles cost it no more than ten. */
export const Hung = dynamic(() => import("./Board.tsx").then(({ Board }) => Board), {
  ssr: false,
  loading: () => <p className="text-lg text-soft">The board is being hung …</p>,
});
