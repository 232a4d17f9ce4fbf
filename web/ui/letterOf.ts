/** The letter of a key that is pressed with Alt: some keyboards write other signs then, and it goes by the key's place. */
export const letterOf = ({ key, code }: Pick<KeyboardEvent, "key" | "code">): string =>
  /^[a-z]$/i.test(key) ? key.toUpperCase() : code.replace("Key", "");
