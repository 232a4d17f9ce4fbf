"use client";

import { SunMoon } from "lucide-react";

/** Daylight or dim trailer; kept on this machine. */
export function ThemeKey() {
  const turn = () => {
    const next = document.documentElement.dataset.theme === "dark" ? "light" : "dark";
    document.documentElement.dataset.theme = next;
    localStorage.setItem("averin-theme", next);
  };
  return (
    <button type="button" className="key border-0! px-2!" onClick={turn} aria-label="Light or dark">
      <SunMoon size={22} aria-hidden />
    </button>
  );
}
