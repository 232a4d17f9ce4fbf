/** One field that looks a list through by any word in it. */
export function FindForm({ to, label, search }: { to: string; label: string; search: string }) {
  return (
    <form action={to} role="search" className="flex items-end gap-2 pb-4">
      <label className="flex flex-1 flex-col gap-1 font-semibold">
        {label}
        <input
          key={search}
          name="find"
          role="searchbox"
          defaultValue={search}
          maxLength={120}
          autoFocus
          autoComplete="off"
          className="field text-xl"
        />
      </label>
      <button type="submit" className="key px-6!" data-main="true">
        Find
      </button>
    </form>
  );
}
