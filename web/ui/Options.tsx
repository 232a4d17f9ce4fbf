/** The options of a choice: what asks for it where nobody has made it yet, then each by its name. */
export function Options({ asks, of }: { asks?: string; of: readonly { value: string; name: string }[] }) {
  return (
    <>
      {asks !== undefined && <option value="">{asks}</option>}
      {of.map(({ value, name }) => (
        <option key={value} value={value}>
          {name}
        </option>
      ))}
    </>
  );
}

/** Words as options: each is known by itself. */
export const wordsAs = (words: readonly string[]): { value: string; name: string }[] =>
  words.map((word) => ({ value: word, name: word }));
