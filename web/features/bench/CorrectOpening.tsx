"use client";

import type { JobState } from "@averin/core";
import { useState } from "react";
import { useWatch } from "react-hook-form";
import { v4 as newId } from "uuid";
import { z } from "zod";
import { send } from "@/client/send";
import { useSending } from "@/client/useSending";
import { FindMachine } from "@/ui/FindMachine";
import { meterOf, meterReads } from "@/ui/meter";
import { type ComesTo, ComesToSection, comesToSchema } from "./ComesTo.tsx";

const foundSchema = z.object({
  machines: z.array(
    z.object({
      id: z.string(),
      label: z.string(),
      owner: z.string(),
      meterUnit: z.string(),
      secondUnit: z.string().nullable(),
    }),
  ),
});
type Found = z.infer<typeof foundSchema>["machines"];
/** The second meter is asked for where the machine has one. */
type Fields = { machine: string; meter: string; second?: string; reason: string };

/** Puts right which machine came in and what its meter said: first what that comes to is shown, then it is kept. */
export function CorrectOpening({ jobId, state, onKept }: { jobId: string; state: JobState; onKept: () => void }) {
  "use no memo";
  const opened = state.opened?.body;
  const here = { id: opened?.machine.id ?? "", label: `${opened?.machine.mark ?? ""}, as it stands` };
  const [found, setFound] = useState<Found>([]);
  // Which meter stands lower than it did, and at what, as it was typed: pressed again it is a changed meter.
  const [goesBack, setGoesBack] = useState<readonly string[]>([]);
  const [id] = useState<string>(() => newId());
  const [comesTo, setComesTo] = useState<{ of: string; what: ComesTo } | null>(null);
  const as = ({ machine, meter, second = "" }: Fields): string => `${machine} ${meter.trim()} ${second.trim()}`;
  const { register, control, setValue, message, say, busy, onSubmit } = useSending<Fields, ComesTo>({
    start: {
      ...{ machine: here.id, reason: "", meter: opened?.meter.value?.toString() ?? "" },
      second: opened?.meter.second?.value?.toString() ?? "",
    },
    send: (typed) => {
      const { machine, meter, second = "", reason } = typed;
      return send(
        "POST",
        `/api/jobs/${jobId}/opening`,
        {
          ...{ id, machine, meter: meterOf(meter), second: meterOf(second), reason: reason.trim() },
          ...{
            meterGoesBack: goesBack.includes(`meter ${meter}`),
            secondGoesBack: goesBack.includes(`second ${second}`),
          },
          dry: comesTo?.of !== as(typed),
        },
        comesToSchema,
      );
    },
    kept: (what, typed) => {
      if (comesTo?.of === as(typed)) onKept();
      else setComesTo({ of: as(typed), what });
    },
    meanwhile: "",
    instead: (answer, { meter, second = "" }) => {
      if (answer.kind !== "refused" || answer.status !== 409) return null;
      const { path, message: told } = answer.error;
      if (path !== "meter" && path !== "second") return null;
      const shown = path === "meter" ? meter : second;
      setGoesBack([...goesBack, `${path} ${shown}`]);
      return `${told} Press again to take ${meterOf(shown)} as a changed meter.`;
    },
  });
  const [machine, meter, second, reason] = useWatch({ control, name: ["machine", "meter", "second", "reason"] });
  const shown =
    comesTo?.of === as({ machine, meter, reason, ...(second !== undefined && { second }) }) ? comesTo.what : null;
  const search = async (words: string): Promise<void> => {
    const answer = await send("GET", `/api/machines?search=${encodeURIComponent(words)}`, undefined, foundSchema);
    if (answer.kind !== "kept") return;
    const others = answer.value.machines.filter((one) => one.id !== here.id);
    setFound(others);
    const [only, ...more] = others;
    if (only && more.length === 0) setValue("machine", only.id);
    say(others.length === 0 ? `No other machine is found by “${words}”: try fewer letters.` : "");
  };
  const right = found.find((one) => one.id === machine);
  const unit = right?.meterUnit ?? opened?.meter.unit ?? "";
  const secondUnit = right ? right.secondUnit : (opened?.meter.second?.unit ?? null);
  return (
    <form className="flex flex-col gap-3 pt-3" onSubmit={(event) => void onSubmit(event)}>
      <FindMachine label="Find the right machine by mark, model or owner" onFind={search} />
      <label className="flex flex-col gap-1 font-semibold">
        The machine that stands here
        <select {...register("machine")} value={machine} className="field" required>
          <option value={here.id}>{here.label}</option>
          {found.map(({ id: value, label, owner }) => (
            <option key={value} value={value}>
              {label} · {owner}
            </option>
          ))}
        </select>
      </label>
      <label className="flex flex-col gap-1 font-semibold">
        Its meter when it came in, {unit}; empty where nobody could read it
        <input
          {...register("meter", { validate: meterReads })}
          inputMode="decimal"
          autoComplete="off"
          className="field figure text-xl"
        />
      </label>
      {secondUnit !== null && (
        <label className="flex flex-col gap-1 font-semibold">
          Its second meter then, {secondUnit}
          <input
            {...register("second", { validate: (typed) => meterReads(typed ?? "") })}
            inputMode="decimal"
            autoComplete="off"
            className="field figure text-xl"
          />
        </label>
      )}
      <label className="flex flex-col gap-1 font-semibold">
        How it came to be wrong
        <input
          {...register("reason")}
          className="field"
          maxLength={300}
          required
          autoComplete="off"
          placeholder="its twin stands beside it"
        />
      </label>
      {shown && (
        <ComesToSection
          what={shown}
          stays="What a release put on file of another machine stays there: look its figures through."
        />
      )}
      <p role="alert" className="min-h-6 font-semibold text-past">
        {message}
      </p>
      <button type="submit" className="key min-h-[52px]! self-start px-5!" data-main="true" disabled={busy}>
        {shown ? "Put it right" : "Show what it comes to"}
      </button>
    </form>
  );
}
