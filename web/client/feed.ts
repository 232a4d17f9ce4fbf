import { eventSchema, type JobEvent } from "@averin/core";

/** How long after a cut the feed is asked for again, in ms. */
const AGAIN_MS = 1500;

/**
 * Listens to a job's lines as the server keeps them, from the number that this screen has; asks again by itself after
 * every cut, and catches up by number. Answers with the function that ends it.
 */
export function listen(
  jobId: string,
  after: () => number,
  heard: (events: JobEvent[]) => void,
  reachable: (yes: boolean) => void,
): () => void {
  let source: EventSource | null = null;
  let again: ReturnType<typeof setTimeout> | undefined;
  let gathered: JobEvent[] = [];
  const hand = (): void => {
    if (gathered.length > 0) heard(gathered);
    gathered = [];
  };
  const open = (): void => {
    source = new EventSource(`/api/jobs/${jobId}/feed?after=${after()}`);
    source.onopen = () => reachable(true);
    source.onmessage = ({ data }: MessageEvent<string>) => {
      // Lines that come at once, as after a cut, are drawn at once.
      if (gathered.length === 0) setTimeout(hand, 0);
      gathered.push(eventSchema.parse(JSON.parse(data)));
    };
    source.onerror = () => {
      source?.close();
      reachable(false);
      again = setTimeout(open, AGAIN_MS);
    };
  };
  open();
  return () => {
    clearTimeout(again);
    source?.close();
  };
}
