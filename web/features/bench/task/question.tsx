import {
  againstWay,
  type Bench,
  costByLife,
  dearerThan,
  estimateFor,
  type JobState,
  presetBy,
  presetOf,
  presetWords,
  type Question,
  schoolId,
  questionOf,
  type Slot,
  specFor,
  type Way,
  wayOf,
} from "@averin/core";
import { PictureDrawn } from "@/instruments/Drawn";
import { FormKey } from "@/ui/FormKey";
import type { PanelProps } from "../panel.ts";

/** A school or a prompt within its step: the ways with what each means; Enter takes the shop's own. */
export function AskPanel({
  bench,
  state,
  aim,
  actor,
  onEnter,
  onPreset,
}: PanelProps & { aim: Extract<Slot, { kind: "ask" }> }) {
  const question = questionOf(bench.procedure, aim.question);
  if (!question) return null;
  const preset = presetOf(bench, question);
  const by = presetBy(bench, question);
  const machine = state.opened?.body.machine.id;
  const leads = question.kind === "school" && actor.roles.includes("lead");
  const before = wayOf(bench, state, question.id);
  const laid = question.lays === undefined ? null : (questionOf(bench.procedure, question.lays) ?? null);
  return (
    <section aria-label={question.ask} className="border-2 border-petrol bg-sheet p-3">
      <p className="caption">{CAPTIONS[question.kind]}</p>
      {before && (
        <p className="border-l-4 border-near pl-3 text-lg">
          Answered: <strong>{before.word}</strong>. Another answer tells first what it undoes.
        </p>
      )}
      <h2 className="text-xl font-semibold">{question.ask}</h2>
      {question.because && <p className="pb-2">{question.because}</p>}
      {laid && (
        <ul aria-label={laid.ask} className="mb-3 grid gap-x-4 gap-y-2 border-y border-line py-2 sm:grid-cols-3">
          {laid.ways.map((way) => (
            <li key={way.word} className="leading-tight">
              <strong className="block text-lg">{way.word}</strong>
              <Cost {...{ bench, state, way }} question={laid} brief />
            </li>
          ))}
        </ul>
      )}
      <ul className="grid gap-2 sm:grid-cols-2">
        {question.ways.map((way, i) => (
          <li key={way.word} className="flex flex-col">
            <button
              type="button"
              onClick={() => onEnter(String(i + 1))}
              className="key min-h-[64px]! w-full flex-1 justify-start! py-1 text-left font-normal!"
              data-main={way.word === preset}
            >
              <span className="figure text-xl font-bold">{i + 1}</span>
              {way.picture && <PictureDrawn picture={way.picture} width={104} />}
              <span className="leading-tight">
                <strong className="block text-lg">{way.word}</strong>
                {way.means}
                <Cost {...{ bench, state, way, question }} />
                {againstWay(bench, state, way).map((because) => (
                  <em key={because} className="block font-semibold text-past not-italic">
                    against it: {because}
                  </em>
                ))}
                {way.word === preset && <em className="block not-italic">{presetWords(by)}: Enter</em>}
              </span>
            </button>
            {leads && by === null && way.word !== preset && (
              <button
                type="button"
                onClick={() => onPreset({ question: schoolId(question), word: way.word })}
                className="min-h-[48px] text-left text-[15px] text-soft underline underline-offset-4"
              >
                make “{way.word}” the shop’s way
              </button>
            )}
          </li>
        ))}
      </ul>
      {leads && machine !== undefined && (
        <p className="flex flex-wrap gap-2 pt-3">
          <FormKey
            words="Its maker decides it"
            title={question.ask}
            about="Where the machine’s maker wants it done in one way, that goes before the shop’s own, here and at every later job."
            to="/api/presets"
            fixed={{ question: schoolId(question), machine }}
            fields={[
              {
                name: "word",
                label: "Which way",
                options: question.ways.map(({ word }) => ({ value: word, name: word })),
              },
              { name: "source", label: "Where that stands", like: "service manual, p. 4-12" },
              { name: "whose", label: "It holds for", options: OF_WHOM },
            ]}
          />
          {by !== null && (
            <button
              type="button"
              className="key"
              onClick={() => onPreset({ question: schoolId(question), machine, whose: by.whose, word: "" })}
            >
              No longer: the shop’s way again
            </button>
          )}
        </p>
      )}
    </section>
  );
}

const OF_WHOM = [
  { value: "model", name: "every one of this model" },
  { value: "machine", name: "this machine alone" },
];

const CAPTIONS = {
  school: "good technicians differ",
  prompt: "while it is apart",
  choice: "what lies here",
  cause: "find the cause, not only the part",
  estimate: "the owner decides",
} as const;

type CostProps = { bench: Bench; state: JobState; way: Way; question: Question; brief?: boolean };

/** Parts, hours and their sum, how much dearer it is, how long it is thought to last, and what stays behind. */
function Cost({ bench, state, way, question, brief = false }: CostProps) {
  const estimate = estimateFor(bench, state, way);
  if (!estimate || !way.cost) return null;
  const byLife = costByLife(bench, state, question)?.get(way.word) ?? null;
  const dearer = dearerThan(bench, state, question).get(way.word) ?? null;
  const life = way.cost.life === undefined ? null : specFor(bench, way.cost.life);
  const unpriced = estimate.parts.filter((part) => part.price === null);
  return (
    <span className="block pt-1">
      <strong className="figure block text-xl">
        {estimate.total} {estimate.currency}
      </strong>
      <span className="block">
        {!brief &&
          `${estimate.parts.map((part) => (part.count > 1 ? `${part.count} ${part.name}` : part.name)).join(", ")}; `}
        {estimate.minutes} min of work{estimate.labour ? `, ${estimate.labour}` : ", no rate on file"}
      </span>
      {unpriced.length > 0 && (
        <span className="block text-past">no price for {unpriced.map((part) => part.name).join(", ")}</span>
      )}
      {dearer && (
        <span className="block">
          <span className="figure">
            {dearer.more} {estimate.currency}, {dearer.percent} %
          </span>{" "}
          more than {dearer.than}: even where it lasts <span className="figure">{dearer.times}</span> times as long
        </span>
      )}
      {life?.kind === "figure" && (
        <span className="block">
          thought to last {life.value} {life.unit}
          {byLife && (
            <>
              , <span className="figure">{byLife.perLife.toFixed(2)}</span> an hour
              {byLife.best && <strong className="text-petrol">: the least of these</strong>}
            </>
          )}
        </span>
      )}
      {!brief && <span className="block">leaves: {way.cost.leaves}</span>}
    </span>
  );
}
