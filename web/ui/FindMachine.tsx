/** Narrows the machines of a list down as one types; Enter sends nothing yet. */
export function FindMachine({ label, onFind }: { label: string; onFind: (words: string) => Promise<void> }) {
  return (
    <label className="flex flex-col gap-1 font-semibold">
      {label}
      <input
        className="field"
        autoComplete="off"
        onChange={(event) => void onFind(event.target.value)}
        onKeyDown={(event) => event.key === "Enter" && event.preventDefault()}
      />
    </label>
  );
}
