import { fastenerCard } from "../../fastener/index.ts";
import { keep, refused } from "../answers.ts";
import type { LineAnswer } from "../kind.ts";
import { whoseOf } from "../machine/whose.ts";

/** What the fasteners are, said where one of them is in the hand; behind it "here" keeps it for this machine alone. */
export function sayCard(line: string, entry: string): LineAnswer {
  const { text, whose } = whoseOf(line);
  const card = fastenerCard(text);
  return card.ok ? keep({ type: "card_said", entry, text, whose }) : refused(card.error.message);
}
