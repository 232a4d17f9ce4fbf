/** Only against a page that paints nothing, such as one that lies under another window, in ms. */
const MOST_MS = 100;

/** Waits until what was just drawn is painted; a page that is not seen paints nothing, and waits for nothing. */
export function nextPaint(): Promise<void> {
  if (document.hidden) return Promise.resolve();
  return new Promise((resolve) => {
    const over = setTimeout(resolve, MOST_MS);
    requestAnimationFrame(() => {
      clearTimeout(over);
      // After the frame, not before it.
      setTimeout(resolve, 0);
    });
  });
}
