import { Dialog } from "radix-ui";

/** The end of a form: what was said of it last, the key that sends it, and in a dialog the one that leaves it. */
export function FormEnd({
  message,
  words,
  busy,
  leave = false,
  well = false,
}: {
  message: string;
  /** Whether what was said is that it was kept. */
  well?: boolean;
  /** On the key that sends it. */
  words: string;
  busy: boolean;
  leave?: boolean;
}) {
  return (
    // In a dialog it stays in sight, however long the form is: what was said of it last is never below the edge.
    <div className={leave ? "sticky -bottom-5 -mb-5 flex flex-col gap-3 bg-sheet pb-5" : "contents"}>
      <p role={well ? "status" : "alert"} className={`min-h-[1.3em] font-semibold ${well ? "" : "text-past"}`}>
        {message}
      </p>
      <div className="flex gap-2">
        <button
          type="submit"
          className={`key min-h-[56px]! px-6! text-xl ${leave ? "" : "flex-1"}`}
          data-main="true"
          disabled={busy}
        >
          {words}
        </button>
        {leave && (
          <Dialog.Close asChild>
            <button type="button" className="key min-h-[56px]!">
              Leave it
            </button>
          </Dialog.Close>
        )}
      </div>
    </div>
  );
}
