"use client";

import { setNonce } from "get-nonce";

/** Tells those who put a style into the page while it runs, as dialogs do, by which word this page allows it. */
export function Nonce({ nonce }: { nonce: string }) {
  setNonce(nonce);
  return null;
}
