import { databaseTold, withDatabase } from "./application";

test.each([[""], ["http://127.0.0.1/averin"], ["mariadb://user@127.0.0.1:3306"]])(
  "%j is no address, and nothing is asked of it",
  async (url) => {
    const asked: string[] = [];
    await expect(withDatabase(url, () => Promise.resolve(asked.push("asked")))).rejects.toThrow(
      /^AVERIN_DATABASE_URL is no database address: give one such as mariadb:\/\/user:secret@/,
    );
    expect(asked).toEqual([]);
  },
);

test.each([
  ["ER_ACCESS_DENIED_ERROR", /does not take this user and password\.$/],
  ["ER_BAD_DB_ERROR", /no database of that name for this user\. Make it first/],
  ["ER_DBACCESS_DENIED_ERROR", /no database of that name for this user\. Make it first/],
  ["ENOTFOUND", /there is no machine called db\.shop:3306\.$/],
  ["ECONNREFUSED", /no database answers at db\.shop:3306 \(ECONNREFUSED\)\. Is its server running/],
  ["ER_CONNECTION_TIMEOUT", /no database answers at db\.shop:3306/],
  ["ER_UNEXPECTED_PACKET", /no MariaDB that this version can speak with/],
])("%s is told by what would be right", (code, sentence) => {
  const told = databaseTold("mariadb://u:s@db.shop:3306/averin", { original: { code } });
  expect(told?.message).toMatch(/^Check AVERIN_DATABASE_URL: /);
  expect(told?.message).toMatch(sentence);
  expect(told?.message).not.toContain("u:s");
});

test("what is no matter of the address is told as what it is", () => {
  expect(databaseTold("mariadb://u:s@db.shop:3306/averin", new Error("a fault of ours"))).toBeNull();
});
