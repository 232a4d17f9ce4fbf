/** A dialog of the bench that closes gives the focus back to the line, where the next word is typed; elsewhere to its key. */
export function toEntry(event: Event): void {
  const line = document.getElementById("entry");
  if (line === null) return;
  event.preventDefault();
  line.focus();
}
