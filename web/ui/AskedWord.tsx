"use client";

type Props = { asks: string; hint?: string; does: string; keep: (word: string) => void; leave: () => void };

/** A word that is asked for in a row: kept by its key, or left. */
export function AskedWord({ asks, hint = asks, does, keep, leave }: Props) {
  return (
    <form
      className="flex gap-2 pt-2"
      onSubmit={(event) => {
        event.preventDefault();
        keep(String(new FormData(event.currentTarget).get("word") ?? "").trim());
      }}
    >
      <label className="min-w-0 flex-1">
        <span className="sr-only">{asks}</span>
        <input name="word" className="field w-full" placeholder={hint} autoFocus autoComplete="off" />
      </label>
      <button type="submit" className="key" data-main="true">
        {does}
      </button>
      <button type="button" className="key" onClick={leave}>
        Leave
      </button>
    </form>
  );
}
