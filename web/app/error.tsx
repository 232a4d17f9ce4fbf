"use client";

/** What a page says when it cannot be made: what happened, what is safe, what to do. */
export default function PageError({ error, reset }: { error: Error & { digest?: string }; reset: () => void }) {
  return (
    <main className="p-10">
      <h1 className="text-3xl font-semibold">This page cannot be shown now</h1>
      <p className="my-4 max-w-[40rem] text-lg">
        The database may be down. Everything that was answered as kept is on disk, and lines typed at the bench wait on
        this machine. Try again in a moment.
      </p>
      {error.digest && (
        <p className="my-4 max-w-[40rem]">
          If it goes on, tell whoever looks after Averin this number: <span className="figure">{error.digest}</span>
        </p>
      )}
      <button type="button" className="key" data-main="true" onClick={reset}>
        Try again
      </button>
    </main>
  );
}
