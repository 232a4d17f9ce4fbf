/** The options of a choice that nobody has made yet: what asks for it, then each by its name. */
export function Options({ asks, of }: { asks: string; of: readonly { value: string; name: string }[] }) {
  return (
    <>
      <option value="">{asks}</option>
      {of.map(({ value, name }) => (
        <option key={value} value={value}>
          {name}
        </option>
      ))}
    </>
  );
}

/** Places of a machine as options: each is known by its name. */
export const placesAs = (places: readonly string[]): { value: string; name: string }[] =>
  places.map((place) => ({ value: place, name: place }));
