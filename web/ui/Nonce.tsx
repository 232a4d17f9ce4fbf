"use client";

import { setNonce } from "get-nonce";
import { useState } from "react";

/**
 * Tells those who put a style into the page while it runs, as dialogs do, by which word this page allows it. The word of the
 * answer that the page was loaded with holds: one that is drawn anew since comes with another, which this page does not know.
 */
export function Nonce({ nonce }: { nonce: string }) {
  const [first] = useState(nonce);
  setNonce(first);
  return null;
}
