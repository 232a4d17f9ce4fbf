import { useEffect, useRef } from "react";
import { letterOf } from "@/ui/letterOf";

/** What is far from the line, each by Alt and a letter; the letter stands on what it opens as `data-far`. */
export const FAR = [
  ["W", "another work of this job"],
  ["P", "parts to pull"],
  ["L", "the log"],
  ["B", "it broke or will not come"],
  ["O", "what is open until release; Esc: back to the line"],
  ["T", "the tray"],
  ["S", "the sheet"],
  ["M", "this machine’s own page"],
  ["J", "all jobs, to look for one"],
  ["U", "convert a unit, from any screen"],
] as const;

/** A list is gone into, anything else is pressed. */
function open(target: HTMLElement): void {
  if (!("list" in target.dataset)) {
    target.focus();
    target.click();
    return;
  }
  // On a tablet it is closed until it is asked for.
  target.querySelector<HTMLElement>('[aria-expanded="false"]')?.click();
  requestAnimationFrame(() => target.querySelector<HTMLElement>("li button")?.focus());
}

/** Opens what is far by its key, from wherever the focus is on the bench. */
export function useFarKeys(onJobs: () => void): void {
  const jobs = useRef(onJobs);
  useEffect(() => {
    jobs.current = onJobs;
  });
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      if (!event.altKey || event.ctrlKey || event.metaKey) return;
      const letter = letterOf(event);
      if (letter === "J") {
        event.preventDefault();
        jobs.current();
        return;
      }
      const target = document.querySelector<HTMLElement>(`[data-far="${letter}"]`);
      if (!target) return;
      event.preventDefault();
      open(target);
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, []);
}
