/** For the row in hand: keeps it in sight as the work moves down the list. */
export function inSight(row: HTMLElement | null): void {
  row?.scrollIntoView({ block: "nearest" });
}
