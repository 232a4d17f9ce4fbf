import fc from "fast-check";
import { BOARD_WORDS, boardWord, type Look } from "./board.ts";

const at = (hour: number): Date => new Date(Date.UTC(2026, 0, 1, hour));
const look = (word: Look["word"], hour = 8): Look => ({ word, watched: [], keeps: [], by: "Mira Orr", at: at(hour) });

test.each([
  [{ look: look("ready"), rodeAt: null, inWork: false }, "ready"],
  [{ look: look("ready, with these watched"), rodeAt: at(7), inWork: false }, "watched"],
  // Ridden since, nobody knows any more.
  [{ look: look("ready"), rodeAt: at(9), inWork: false }, "not looked at since"],
  [{ look: null, rodeAt: null, inWork: false }, "not looked at since"],
  [{ look: look("not inspected"), rodeAt: null, inWork: false }, "not looked at since"],
  // What keeps it stays so, ridden or not.
  [{ look: look("not ready"), rodeAt: at(9), inWork: false }, "not ready"],
  [{ look: look("not ready"), rodeAt: null, inWork: true }, "not ready"],
  [{ look: look("ready"), rodeAt: null, inWork: true }, "in work"],
])("%j is %s", (of, word) => {
  expect(boardWord(of)).toBe(word);
});

test("a machine is told ready only by a look after its last ride, with nothing open on it", () => {
  const words = ["ready", "ready, with these watched", "not inspected", "not ready"] as const;
  const hours = fc.integer({ min: 0, max: 20 });
  fc.assert(
    fc.property(
      fc.option(fc.tuple(fc.constantFrom(...words), hours)),
      fc.option(hours),
      fc.boolean(),
      (looked, rode, inWork) => {
        const of = {
          look: looked && look(looked[0], looked[1]),
          rodeAt: rode === null ? null : at(rode),
          inWork,
        };
        const word = boardWord(of);
        expect(BOARD_WORDS).toContain(word);
        if (word !== "ready") return;
        expect(of.look?.word).toBe("ready");
        expect(inWork).toBe(false);
        expect(of.rodeAt === null || (of.look !== null && of.rodeAt <= of.look.at)).toBe(true);
      },
    ),
  );
});
