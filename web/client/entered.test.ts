import { byOthers, figureEnteredHere } from "./entered.ts";

test("what was entered here is no news here, once; the same figure changed again by another is", () => {
  figureEnteredHere("Steel plate warp");
  const news = ["Steel plate warp: 0.2 mm at most; it was 0.15 mm at most", "Micrometer 1: gone"];
  expect(byOthers(news)).toEqual(["Micrometer 1: gone"]);
  expect(byOthers(news)).toEqual(news);
});
