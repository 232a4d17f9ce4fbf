"use client";

import { Printer } from "lucide-react";

export function PrintKey() {
  return (
    <button type="button" className="key" data-main="true" onClick={() => window.print()}>
      <Printer size={20} aria-hidden /> Print
    </button>
  );
}
