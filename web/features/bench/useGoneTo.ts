"use client";

import { type RefObject, useCallback, useEffect, useRef } from "react";

/** Tells whether a key was gone to from the line and is not pressed yet: what the screen draws meanwhile leaves it the focus. */
export function useGoneTo(line: RefObject<HTMLElement | null>): () => boolean {
  const gone = useRef<EventTarget | null>(null);
  useEffect(() => {
    const reached = ({ target }: Event): void => {
      gone.current = target === line.current ? null : target;
    };
    const pressed = (): void => {
      gone.current = null;
    };
    document.addEventListener("focusin", reached, true);
    document.addEventListener("click", pressed, true);
    document.addEventListener("change", pressed, true);
    return () => {
      document.removeEventListener("focusin", reached, true);
      document.removeEventListener("click", pressed, true);
      document.removeEventListener("change", pressed, true);
    };
  }, [line]);
  return useCallback(() => gone.current !== null && gone.current === document.activeElement, []);
}
