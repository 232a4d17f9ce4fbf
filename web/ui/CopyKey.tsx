"use client";

import { Copy } from "lucide-react";
import { useState } from "react";

/** The owner's part as text, copied for the person's own message; Averin sends nothing. */
export function CopyKey({ text }: { text: string }) {
  const [said, setSaid] = useState("As text");
  const copy = async (): Promise<void> => {
    try {
      await navigator.clipboard.writeText(text);
      setSaid("Copied");
    } catch {
      setSaid("This browser does not copy");
    }
  };
  return (
    <button type="button" className="key" onClick={() => void copy()}>
      <Copy size={20} aria-hidden /> {said}
    </button>
  );
}
