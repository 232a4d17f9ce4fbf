"use client";

import { FormKey } from "./FormKey.tsx";

const STEP_LIKE: Readonly<Record<string, string>> = { pressure: "1 kPa", volume: "5 mL" };
const DUE = { name: "due", label: "Calibration due, where it has one", like: "2027-04-30" };

/** A gauge that the shop lacks, made where it is missed. */
export function GaugeKey({
  kind,
  quantity,
  words,
}: {
  kind: string;
  quantity: string;
  /** On the key, where it is not missed at a reading. */
  words?: string;
}) {
  const called = kind.replaceAll("-", " ");
  const step = STEP_LIKE[quantity] ?? "0.02 mm or .001 in";
  return (
    <FormKey
      words={words ?? `Which ${called} is it?`}
      title={`A ${called} of this shop`}
      about="Said once: it lies ready from then on. What is read is judged with its step and how far off it may read."
      main={words === undefined}
      to="/api/gauges"
      fixed={{ kind, quantity }}
      keep="It lies ready"
      fields={[
        {
          name: "name",
          label: "What it is called",
          start: `${called.charAt(0).toUpperCase()}${called.slice(1)} 1`,
        },
        { name: "step", label: "The smallest step it shows, with its unit", like: step },
        { name: "error", label: "How far off it may read, where that is printed", like: "its step" },
        DUE,
      ]}
    />
  );
}

/** A torque wrench that the shop lacks, made where it is missed. */
export function WrenchKey({ words }: { words?: string }) {
  return (
    <FormKey
      words={words ?? "Which wrench is it?"}
      title="A torque wrench of this shop"
      about="Said once: it is chosen by itself for every torque that lies within its range."
      main={words === undefined}
      to="/api/wrenches"
      keep="It lies ready"
      fields={[
        { name: "name", label: "What it is called", like: "Wrench A" },
        { name: "from", label: "The least it can be set to, with its unit", like: "5 N·m or 40 in-lb" },
        { name: "to", label: "The most it can be set to", like: "110 N·m or 80 ft-lb" },
        { name: "length", label: "Grip to square, for an adapter", like: "400 mm" },
        { name: "ratio", label: "Through a multiplier: its ratio, else nothing", like: "4:1" },
        { name: "efficiency", label: "How much of that ratio arrives, as its sheet says", like: "95 %" },
        DUE,
      ]}
    />
  );
}

/** A part that stores lack for a role, made from its label where it is missed. */
export function PartKey({
  machine,
  role,
  name,
  currency,
  sized,
  words,
}: {
  machine: string;
  role: string;
  name: string;
  currency: string;
  /** Whether parts of this role come in sizes of which one is chosen. */
  sized: boolean;
  words: string;
}) {
  const sizes = [
    { name: "nominal", label: "Its size, as it is ordered by", like: "1.6" },
    { name: "thickness", label: "How thick it is when new", like: "1.60 mm" },
  ];
  return (
    <FormKey
      words={words}
      title={`A part for ${name}`}
      about="As its label says; it fits this model from then on."
      to={`/api/machines/${machine}/parts`}
      fixed={{ role }}
      keep="Put it on file"
      fields={[
        { name: "name", label: "What it is", start: name },
        { name: "number", label: "Number" },
        { name: "maker", label: "Who makes it, where it says so" },
        { name: "price", label: "Price of one, where it is known", like: "8.40" },
        { name: "currency", label: "Currency", start: currency },
        { name: "stock", label: "How many lie in stores", start: "0" },
        ...(sized ? sizes : []),
      ]}
    />
  );
}
