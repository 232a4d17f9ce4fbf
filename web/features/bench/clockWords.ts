/** "24:10", "2 h 05", or "over" once it is past. */
export function clockWords(ms: number): string {
  if (ms <= 0) return "over";
  const seconds = Math.ceil(ms / 1000);
  const two = (n: number): string => String(n).padStart(2, "0");
  if (seconds >= 3600) return `${Math.floor(seconds / 3600)} h ${two(Math.floor((seconds % 3600) / 60))}`;
  return `${two(Math.floor(seconds / 60))}:${two(seconds % 60)}`;
}
