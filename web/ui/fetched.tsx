"use client";

import { type ComponentType, useEffect, useState } from "react";

/**
 * A part of a screen that is fetched when it is first shown. Where the server is gone that is said in its place, and it is
 * asked for again the next time it is shown.
 */
export function fetched<Props extends object>(load: () => Promise<ComponentType<Props>>): ComponentType<Props> {
  return function Fetched(props: Props) {
    const [Part, setPart] = useState<ComponentType<Props> | null>(null);
    const [gone, setGone] = useState(false);
    useEffect(() => {
      let live = true;
      load().then(
        (part) => live && setPart(() => part),
        () => live && setGone(true),
      );
      return () => {
        live = false;
      };
    }, []);
    if (gone) return <p role="alert">The server does not answer: close this and open it again when it does.</p>;
    return Part === null ? null : <Part {...props} />;
  };
}
