"use client";

import { type Ranked, rankSuspects, type SymptomSet, symptomsFor, type Tally } from "@averin/core";
import Link from "next/link";
import { type FocusEvent, type ReactNode, useRef, useState } from "react";
import { type UseFormRegister, useWatch } from "react-hook-form";
import { saidOf, send } from "@/client/send";
import { useReady } from "@/client/useReady";
import { useTimes } from "@/client/useTimes";
import { leaveFor, useSending } from "@/client/useSending";
import { Choice } from "@/ui/Choice";
import { FindMachine } from "@/ui/FindMachine";
import { METER_WORDS, meterOf, meterReads } from "@/ui/meter";
import { Options, wordsAs } from "@/ui/Options";
import { tookWords } from "@/ui/times";
import { v4 as newId } from "uuid";
import { z } from "zod";

const machineSchema = z.object({
  id: z.string(),
  label: z.string(),
  owner: z.string(),
  builds: z.array(z.string()),
  kind: z.string().nullable(),
  book: z.string().nullable(),
  meterUnit: z.string(),
  lastMeter: z.number().nullable(),
  secondUnit: z.string().nullable(),
  lastSecond: z.number().nullable(),
  weaknesses: z.array(z.string()),
  rechecks: z.array(z.string()),
  mark: z.string(),
  /** Jobs that are open on it already. */
  open: z.array(z.object({ id: z.string(), number: z.string(), work: z.string() })),
});
export type IntakeMachine = z.infer<typeof machineSchema>;
const listedSchema = z.object({ machines: z.array(machineSchema), more: z.boolean() });
export type IntakeBook = { id: string; maker: string; model: string; builds: string[]; kind: string | null };
export type IntakeKind = { id: string; name: string; builds: string[] };
export type IntakeProcedure = {
  id: string;
  title: string;
  build: string;
  symptoms: string[];
  positions: string[];
  /** Every tool it may ask for. */
  tools: readonly string[];
};

type Fields = {
  machine: string;
  meter: string;
  /** Its second meter, where it has two. */
  second?: string;
  procedure: string;
  complaint: string;
  symptom?: string;
  /** Where on the machine, where the work has several places. */
  position?: string;
  /** Of a machine not seen before. */
  maker?: string;
  model?: string;
  kind?: string;
  mark?: string;
  year?: string;
  ownerName?: string;
  ownerContact?: string;
  meterUnit?: string;
  secondUnit?: string;
  /** By which day it is promised, and whose it is to do. */
  promised?: string;
  assigned?: string;
  /** Up to which sum the owner agrees. */
  agreed?: string;
};
type Chosen = { machine: string; maker?: string | undefined; model?: string | undefined; kind?: string | undefined };
type Picked = Chosen & { procedure: string };
const openedSchema = z.object({ id: z.string() });
const foundSchema = z.object({ job: openedSchema.nullable() });
const LOOK_MS = 2000;

const same = (known: string, typed: string | undefined): boolean =>
  known.toLowerCase() === trimmed(typed).toLowerCase();
const trimmed = (word: string | undefined): string => (word ?? "").trim();
const orNone = (word: string | undefined): string | null => (trimmed(word) === "" ? null : trimmed(word));
/** A work besides the first, as it was taken over from what is suspected or chosen. */
type Further = { id: string; procedure: string; title: string; positions: string[]; position: string; because: string };

/** Which machine it is, or what is said of one not seen before. */
function machineSaid(typed: Fields, book: IntakeBook | undefined) {
  if (typed.machine !== "new") return { id: typed.machine };
  const model = { maker: trimmed(typed.maker), model: trimmed(typed.model), kind: trimmed(typed.kind) };
  return {
    ...(book ? { book: book.id } : model),
    ...{ mark: trimmed(typed.mark), meterUnit: trimmed(typed.meterUnit), secondUnit: orNone(typed.secondUnit) },
    year: trimmed(typed.year) === "" ? null : Number(typed.year),
    owner: { name: trimmed(typed.ownerName), contact: trimmed(typed.ownerContact) },
  };
}

/** The counter's form: which machine, whose, what its meter says, what the owner says. */
export function IntakeForm({
  machines: listed,
  meant,
  more,
  books,
  kinds,
  procedures,
  sets,
  tallies,
  outcomes,
  people,
}: {
  machines: IntakeMachine[];
  /** The one that the counter was opened for. */
  meant: string | undefined;
  /** There are more machines than are listed: others are looked for by their words. */
  more: boolean;
  books: IntakeBook[];
  /** What a machine may be whose model nobody knows yet, with the builds that one may have. */
  kinds: IntakeKind[];
  procedures: IntakeProcedure[];
  /** What may be said of a machine, by kind; and how often each suspect was right, by model. */
  sets: SymptomSet[];
  tallies: Record<string, Tally[]>;
  /** What came of each work so far, by procedure. */
  outcomes: Record<string, { how: string; count: number }[]>;
  /** Who works at benches here. */
  people: { id: string; name: string }[];
}) {
  "use no memo";
  const [machines, setMachines] = useState(listed);
  // Which meter stands lower than it did, and at what, as it was typed: pressed again it is a changed meter.
  const [goesBack, setGoesBack] = useState<readonly string[]>([]);
  // One id for this form however often it is sent: an answer that was lost opens no second job.
  const [id, setId] = useState<string>(() => newId());
  const ready = useReady();
  const [said, setSaid] = useState<readonly string[]>([]);
  const [further, setFurther] = useState<readonly Further[]>([]);
  const [twins, setTwins] = useState<readonly IntakeMachine[]>([]);

  const knownOf = ({ machine }: Chosen) => machines.find(({ id }) => id === machine);
  const bookOf = ({ maker, model }: Chosen) => books.find((book) => same(book.maker, maker) && same(book.model, model));
  const offeredTo = (fields: Chosen): IntakeProcedure[] => {
    const builds =
      knownOf(fields)?.builds ?? bookOf(fields)?.builds ?? kinds.find(({ id }) => id === fields.kind)?.builds ?? [];
    return procedures.filter((procedure) => builds.includes(procedure.build));
  };
  // What was chosen for another machine is not offered for this one.
  const chosenOf = (fields: Picked): IntakeProcedure | undefined =>
    offeredTo(fields).find(({ id }) => id === fields.procedure);
  const buildsOf = (fields: Chosen): string[] => offeredTo(fields).map(({ build }) => build);
  const sayableOf = (fields: Chosen) => symptomsFor(sets, buildsOf(fields));
  const furtherOf = (fields: Chosen): Further[] =>
    further.filter(({ procedure }) => offeredTo(fields).some(({ id }) => id === procedure));
  const { register, control, setValue, message, say, busy, onSubmit } = useSending<Fields, { id: string }>({
    // Nothing is chosen for anybody; a shop without machines takes in its first.
    start: { machine: meant ?? (listed.length === 0 ? "new" : "") },
    send: (typed) =>
      send(
        "POST",
        "/api/jobs",
        {
          ...{ id, machine: machineSaid(typed, bookOf(typed)), meter: meterOf(typed.meter) },
          ...{ meterGoesBack: goesBack.includes(`meter ${typed.meter}`), second: meterOf(typed.second ?? "") },
          secondGoesBack: goesBack.includes(`second ${typed.second ?? ""}`),
          ...{ complaint: typed.complaint.trim(), symptom: typed.symptom ?? "", procedure: chosenOf(typed)?.id },
          symptoms: sayableOf(typed).flatMap(({ key }) => (said.includes(key) ? [key] : [])),
          position: orNone(typed.position),
          ...{ promised: orNone(typed.promised), assigned: orNone(typed.assigned) },
          agreed: orNone(typed.agreed?.trim().replace(",", ".")),
          works: furtherOf(typed).map(({ id: work, procedure, position, because }) => ({
            ...{ id: work, procedure, because },
            position: orNone(position),
          })),
        },
        openedSchema,
      ),
    kept: (job) => leaveFor(`/jobs/${job.id}`),
    meanwhile: "",
    instead: (answer, { meter, second = "" }) => {
      const path = answer.kind === "refused" && answer.status === 409 ? answer.error.path : undefined;
      if (answer.kind === "refused" && (path === "meter" || path === "second")) {
        const shown = path === "meter" ? meter : second;
        setGoesBack([...goesBack, `${path} ${shown}`]);
        return `${answer.error.message} Press again to take ${meterOf(shown)} as a changed meter.`;
      }
      if (answer.kind === "fault") setId(newId());
      return answer.kind === "unreachable" ? look() : null;
    },
  });
  const [machineId, maker, model, kind, procedureId, secondNew] = useWatch({
    control,
    name: ["machine", "maker", "model", "kind", "procedure", "secondUnit"],
  });
  const fields = { machine: machineId, maker, model, kind, procedure: procedureId };
  const known = knownOf(fields);
  const secondUnit = (machineId === "new" ? secondNew : known?.secondUnit) || null;
  const offered = offeredTo(fields);
  const chosen = chosenOf(fields);
  const times = tookWords(useTimes(chosen?.id ?? null));
  const sayable = sayableOf(fields);
  const ranked = rankSuspects(
    sayable.filter(({ key }) => said.includes(key)),
    tallies[known?.book ?? bookOf(fields)?.id ?? ""] ?? [],
  );
  /** Takes a work over: the first that is taken is what the job is opened with, the rest go beside it. */
  const take = (procedure: IntakeProcedure, because: string): void => {
    if (chosen === undefined) return setValue("procedure", procedure.id);
    const { id: work, title, positions } = procedure;
    setFurther([...further, { id: newId(), procedure: work, title, positions, position: "", because }]);
  };

  const asked = useRef(0);
  const search = async (words: string): Promise<void> => {
    asked.current += 1;
    const turn = asked.current;
    const found = await send("GET", `/api/machines?search=${encodeURIComponent(words)}`, undefined, listedSchema);
    // An answer that was overtaken by a later one says nothing any more.
    if (turn !== asked.current) return;
    if (found.kind !== "kept") return say(saidOf(found, "The list stands as it was."));
    const none = found.value.machines.length === 0;
    say(none ? `No machine is found by “${words}”: try fewer letters, or take it in as one not seen before.` : "");
    setMachines(found.value.machines);
    const [only, ...others] = found.value.machines;
    setValue("machine", only && others.length === 0 ? only.id : "");
  };

  /** Machines that are called so already: one of them may be the one that stands here. */
  const lookForTwins = async (mark: string): Promise<void> => {
    if (mark.trim().length < 2) return setTwins([]);
    const found = await send("GET", `/api/machines?search=${encodeURIComponent(mark.trim())}`, undefined, listedSchema);
    setTwins(found.kind === "kept" ? found.value.machines.filter((one) => same(one.mark, mark)) : []);
  };
  const takeTwin = (twin: IntakeMachine): void => {
    setMachines([twin, ...machines.filter(({ id: other }) => other !== twin.id)]);
    setTwins([]);
    setValue("machine", twin.id);
  };

  /** The answer was lost: whether the job was opened is not known, so it is looked for, as long as it takes. */
  const look = async (): Promise<string> => {
    say("The answer was lost: it is not known whether the job was opened. Looking …");
    for (;;) {
      const found = await send("GET", `/api/intakes/${id}`, undefined, foundSchema);
      if (found.kind === "kept" && found.value.job) await leaveFor(`/jobs/${found.value.job.id}`);
      if (found.kind === "kept") return "Looked: no job was opened. What you typed stands here; press again.";
      if (found.kind !== "unreachable") return `${saidOf(found, "")} Pressing again opens no second job.`;
      say("The server does not answer: it is not known whether the job was opened. Looking again …");
      await new Promise((resolve) => setTimeout(resolve, LOOK_MS));
    }
  };

  return (
    <form method="post" className="grid gap-5 md:grid-cols-2" onSubmit={(event) => void onSubmit(event)}>
      <fieldset className="flex flex-col gap-4">
        <legend className="caption mb-2">the machine</legend>
        {more && <FindMachine label="Find it by mark, model or owner" onFind={search} />}
        <label className="flex flex-col gap-1 font-semibold">
          Machine
          <select {...register("machine")} value={machineId} className="field" required>
            <Options asks="choose …" of={machines.map(({ id: value, label: name }) => ({ value, name }))} />
            <option value="new">A machine not seen before …</option>
          </select>
        </label>
        {known ? (
          <p className="border-l-4 border-petrol pl-3">
            {known.owner}
            {known.kind !== null && <span className="block text-soft">{known.kind}</span>}
            {known.open.map(({ id: job, number, work }) => (
              <span key={job} className="block font-semibold text-past">
                {number} is open on it: {work}.{" "}
                <Link href={`/jobs/${job}`} className="inline-flex min-h-[48px] items-center underline">
                  go there, and add what is to be done
                </Link>
              </span>
            ))}
            <Link href={`/machines/${known.id}`} className="inline-flex min-h-[48px] items-center underline">
              figures of this machine, and what is to be looked at again
            </Link>
            {known.weaknesses.map((words) => (
              <span key={words} className="block font-semibold">
                known weakness: {words}
              </span>
            ))}
            {known.rechecks.map((words) => (
              <span key={words} className="block font-semibold text-past">
                to be looked at again: {words}
              </span>
            ))}
          </p>
        ) : (
          machineId === "new" && (
            <NewMachine books={books} kinds={kinds} known={bookOf(fields)} register={register} onMark={lookForTwins}>
              {twins.map((twin) => (
                <p key={twin.id} className="caution col-span-2 flex items-center gap-3 px-3 py-1">
                  <span className="flex-1">
                    {twin.label} is on file, of {twin.owner}. Is it that one?
                  </span>
                  <button type="button" className="key" onClick={() => takeTwin(twin)}>
                    It is that one
                  </button>
                </p>
              ))}
            </NewMachine>
          )
        )}
        <label className="flex flex-col gap-1 font-semibold">
          Meter now{known ? `, ${known.meterUnit}` : ""}, if it can be read
          <input
            {...register("meter", { validate: meterReads })}
            inputMode="decimal"
            className="field figure text-xl"
            placeholder={known?.lastMeter ? `last ${known.lastMeter}` : ""}
          />
        </label>
        {secondUnit !== null && (
          <label className="flex flex-col gap-1 font-semibold">
            Its second meter, {secondUnit}
            <input
              {...register("second", { validate: (typed) => meterReads(typed ?? "") })}
              inputMode="decimal"
              className="field figure text-xl"
              placeholder={known?.lastSecond ? `last ${known.lastSecond}` : ""}
            />
          </label>
        )}
        <h2 className="caption mt-2">why it is here</h2>
        <label className="flex flex-col gap-1 font-semibold">
          What the owner says
          <textarea {...register("complaint")} rows={3} maxLength={500} className="field py-2" required />
        </label>
        {sayable.length > 0 && (
          <>
            <Sayable title="What is said of it" kind="symptom" sayable={sayable} said={said} onSaid={setSaid} />
            <Sayable title="What happened to it" kind="incident" sayable={sayable} said={said} onSaid={setSaid} />
          </>
        )}
      </fieldset>
      <fieldset className="flex flex-col gap-4">
        <legend className="caption mb-2">what is done about it</legend>
        {ranked.length > 0 && (
          <Suspects
            ranked={ranked}
            offered={offered}
            taken={[...(chosen ? [chosen.id] : []), ...furtherOf(fields).map(({ procedure }) => procedure)]}
            onTake={take}
          />
        )}
        {offered.length === 0 ? (
          <p className="border-2 border-dashed border-line p-4 text-lg text-soft">
            {(known ?? bookOf(fields) ?? kind)
              ? "No procedure here is for such a machine: put one into the folder of procedures first."
              : machineId === "new"
                ? "Say what it is: what can be worked on such a machine stands here then."
                : "Choose the machine: what can be worked on it stands here then."}
          </p>
        ) : (
          <label className="flex flex-col gap-1 font-semibold">
            What is worked on
            <select {...register("procedure")} value={chosen?.id ?? ""} className="field" required>
              <Options asks="choose …" of={offered.map(({ id: value, title: name }) => ({ value, name }))} />
            </select>
          </label>
        )}
        {chosen !== undefined && outcomes[chosen.id] && (
          <p className="text-[15px] text-soft">
            what came of it so far: {outcomes[chosen.id]?.map(({ how, count }) => `${how} ${count}`).join(" · ")}
          </p>
        )}
        {times !== null && <p className="text-[15px] text-soft">time: {times}</p>}
        {chosen !== undefined && chosen.tools.length > 0 && (
          <details className="text-lg">
            <summary className="min-h-[48px] cursor-pointer py-2 font-semibold">
              Tools it may ask for: {chosen.tools.length}. Is everything here?
            </summary>
            {chosen.tools.join(" · ")}. Sizes are said by the machine, at its bench.
          </details>
        )}
        {chosen !== undefined && chosen.positions.length > 0 && (
          <label key={chosen.id} className="flex flex-col gap-1 font-semibold">
            Where on the machine
            <select {...register("position")} className="field" required>
              <Options asks="choose …" of={wordsAs(chosen.positions)} />
            </select>
          </label>
        )}
        {furtherOf(fields).length > 0 && (
          <ul aria-label="Works besides" className="border-t border-line">
            {furtherOf(fields).map((one) => (
              <li key={one.id} className="flex min-h-[48px] flex-wrap items-center gap-3 border-b border-line py-1">
                <span className="flex-1">
                  <strong>{one.title}</strong>
                  <span className="block text-[15px] text-soft">{one.because}</span>
                </span>
                {one.positions.length > 0 && (
                  <select
                    aria-label={`Where: ${one.title}`}
                    className="field"
                    required
                    value={one.position}
                    onChange={({ target }) =>
                      setFurther(further.map((it) => (it.id === one.id ? { ...it, position: target.value } : it)))
                    }
                  >
                    <Options asks="where …" of={wordsAs(one.positions)} />
                  </select>
                )}
                <button
                  type="button"
                  className="key"
                  onClick={() => setFurther(further.filter(({ id: work }) => work !== one.id))}
                >
                  Take away
                </button>
              </li>
            ))}
          </ul>
        )}
        {sayable.length === 0 && chosen !== undefined && (
          <fieldset>
            <legend className="font-semibold">Symptom</legend>
            <div className="mt-1 grid grid-cols-2 gap-2">
              {chosen.symptoms.map((symptom) => (
                <Choice key={`${chosen.id} ${symptom}`} type="radio" {...register("symptom")} value={symptom} required>
                  {symptom}
                </Choice>
              ))}
            </div>
          </fieldset>
        )}
        <div className="grid grid-cols-3 items-end gap-3 max-sm:grid-cols-1">
          <label className="flex flex-col gap-1 font-semibold">
            Agreed up to, if a sum was said
            <input {...register("agreed")} inputMode="decimal" autoComplete="off" className="field figure" />
          </label>
          <label className="flex flex-col gap-1 font-semibold">
            Promised for, if a day was said
            <input {...register("promised")} type="date" className="field" />
          </label>
          <label className="flex flex-col gap-1 font-semibold">
            Whose it is to do
            <select {...register("assigned")} className="field">
              <Options asks="anybody’s" of={people.map(({ id: value, name }) => ({ value, name }))} />
            </select>
          </label>
        </div>
        <p role="alert" className="min-h-[2.6em] font-semibold text-past">
          {message}
        </p>
        <button type="submit" className="key min-h-[60px]! text-xl" data-main="true" disabled={busy || !ready}>
          Open the job
        </button>
      </fieldset>
    </form>
  );
}

/** Symptoms or incidents, several of which may be chosen. */
function Sayable({
  title,
  kind,
  sayable,
  said,
  onSaid,
}: {
  title: string;
  kind: "symptom" | "incident";
  sayable: readonly { key: string; word: string; kind: string }[];
  said: readonly string[];
  onSaid: (said: readonly string[]) => void;
}) {
  return (
    <fieldset>
      <legend className="font-semibold">{title}</legend>
      <div className="mt-1 flex flex-wrap gap-2">
        {sayable
          .filter((one) => one.kind === kind)
          .map(({ key, word }) => (
            <Choice
              key={key}
              type="checkbox"
              name="said"
              value={key}
              checked={said.includes(key)}
              onChange={({ target }) => onSaid(target.checked ? [...said, key] : said.filter((other) => other !== key))}
            >
              {word}
            </Choice>
          ))}
      </div>
    </fieldset>
  );
}

/** What to look at first for what was said, with its reason, and the works that would mend it. */
function Suspects({
  ranked,
  offered,
  taken,
  onTake,
}: {
  ranked: readonly Ranked[];
  offered: readonly IntakeProcedure[];
  taken: readonly string[];
  onTake: (procedure: IntakeProcedure, because: string) => void;
}) {
  return (
    <section aria-label="Look at first">
      <h2 className="caption">look at first</h2>
      <ol>
        {ranked.map((suspect, i) => (
          <li key={suspect.id} className="grid grid-cols-[28px_1fr] gap-x-2 border-b border-line py-2">
            <span className="figure text-xl font-bold text-petrol">{i + 1}</span>
            <div>
              <p className="leading-tight">
                <strong>{suspect.what}</strong>
                {suspect.told > 0 && (
                  <span className="text-[15px] text-soft">
                    {" "}
                    · right {suspect.right} of {suspect.told} on this model
                  </span>
                )}
              </p>
              <p className="text-[15px]">{suspect.because}</p>
              <p className="text-[15px] text-soft">look: {suspect.look.join(" · ")}</p>
              <p className="mt-1 flex flex-wrap gap-2">
                {suspect.works
                  .flatMap((work) => offered.find(({ id }) => id === work) ?? [])
                  .map((procedure) =>
                    taken.includes(procedure.id) ? (
                      <span
                        key={procedure.id}
                        className="inline-flex min-h-[48px] items-center font-semibold text-inside"
                      >
                        {procedure.title}: taken
                      </span>
                    ) : (
                      <button
                        key={procedure.id}
                        type="button"
                        className="key"
                        onClick={() => onTake(procedure, suspect.what)}
                      >
                        {procedure.title}
                      </button>
                    ),
                  )}
              </p>
            </div>
          </li>
        ))}
      </ol>
    </section>
  );
}

function NewMachine({
  books,
  kinds,
  known,
  register,
  onMark,
  children,
}: {
  books: IntakeBook[];
  kinds: IntakeKind[];
  /** The book of the model that is typed, where there is one. */
  known: IntakeBook | undefined;
  register: UseFormRegister<Fields>;
  /** Told its mark when that has been typed. */
  onMark: (mark: string) => Promise<void>;
  /** What is said about that mark. */
  children: ReactNode;
}) {
  "use no memo";
  const makers = [...new Set(books.map(({ maker }) => maker))];
  return (
    <div className="grid grid-cols-2 gap-3">
      <label className="flex flex-col gap-1 font-semibold">
        Maker
        <input {...register("maker")} className="field" list="makers" maxLength={80} autoComplete="off" required />
        <datalist id="makers">
          {makers.map((maker) => (
            <option key={maker} value={maker} />
          ))}
        </datalist>
      </label>
      <label className="flex flex-col gap-1 font-semibold">
        Model
        <input {...register("model")} className="field" list="models" maxLength={80} autoComplete="off" required />
        <datalist id="models">
          {books.map(({ id, model }) => (
            <option key={id} value={model} />
          ))}
        </datalist>
      </label>
      {known ? (
        <p className="col-span-2 border-l-4 border-petrol pl-3">
          This model has a book here.
          {known.kind !== null && <span className="block text-soft">{known.kind}</span>}
        </p>
      ) : (
        <fieldset className="col-span-2">
          <legend className="font-semibold">What it is</legend>
          <div className="mt-1 grid grid-cols-2 gap-2">
            {kinds.map(({ id, name }) => (
              <Choice key={id} type="radio" {...register("kind")} value={id} required>
                {name}
              </Choice>
            ))}
          </div>
          <p className="mt-1 text-[15px] text-soft">
            No book here knows this model: what is missing is asked for where the work needs it.
          </p>
        </fieldset>
      )}
      <label className="flex flex-col gap-1 font-semibold">
        Plate or mark
        <input
          {...register("mark", { onBlur: (event: FocusEvent<HTMLInputElement>) => void onMark(event.target.value) })}
          className="field"
          maxLength={80}
          required
        />
      </label>
      <label className="flex flex-col gap-1 font-semibold">
        Year, if known
        <input
          {...register("year")}
          inputMode="numeric"
          className="field"
          pattern="(19|20)\d\d"
          title="four figures, such as 2023"
        />
      </label>
      {children}
      <label className="flex flex-col gap-1 font-semibold">
        Owner, if known
        <input {...register("ownerName")} className="field" maxLength={120} />
      </label>
      <label className="flex flex-col gap-1 font-semibold">
        How to reach them
        <input {...register("ownerContact")} className="field" maxLength={200} />
      </label>
      <label className="flex flex-col gap-1 font-semibold">
        Meter reads
        <select {...register("meterUnit")} className="field">
          <Options of={METER_WORDS} />
        </select>
      </label>
      <label className="flex flex-col gap-1 font-semibold">
        And a second one
        <select {...register("secondUnit")} className="field">
          <Options asks="it has one" of={METER_WORDS} />
        </select>
      </label>
    </div>
  );
}
