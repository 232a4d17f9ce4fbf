import { type Field, naming, rowCount, unitsFor } from "./fields.ts";
import type { Texts } from "./groups.ts";

type Props = {
  fields: readonly Field[];
  texts: Texts;
  units: Texts;
  keyOf: (path: string) => string;
  /** Path of the field that the answer waits for. */
  wrong: string | null;
  onText: (key: string, text: string) => void;
  onUnit: (key: string, unit: string) => void;
};

/** The fields of a calculator, read from its schema: figures with their unit, choices, tables. */
export function FieldList(props: Props) {
  return (
    <div className="grid content-start items-start gap-x-6 gap-y-2 md:grid-cols-2 xl:grid-cols-1">
      {props.fields.map((field) => (
        <OneField key={field.path} {...props} field={field} fieldKey={props.keyOf(field.path)} path={field.path} />
      ))}
    </div>
  );
}

type One = Props & { field: Field; fieldKey: string; path: string };

function OneField(props: One) {
  const { field, fieldKey, path } = props;
  if (field.kind === "group") {
    return (
      <fieldset className="border-l-2 border-line pl-3">
        <legend className="caption">{naming(field.name).words}</legend>
        {field.fields.map((inner) => (
          <OneField key={inner.path} {...props} field={inner} fieldKey={props.keyOf(inner.path)} path={inner.path} />
        ))}
      </fieldset>
    );
  }
  if (field.kind === "rows") {
    const rows = rowCount(props.texts, fieldKey);
    const more = rows + (hasText(props.texts, `${fieldKey}.${rows - 1}.`) ? 1 : 0);
    return (
      <fieldset className="border-l-2 border-line pl-3">
        <legend className="caption">{naming(field.name).words}</legend>
        {Array.from({ length: more }, (_, i) => (
          <div key={i} className="mb-1 grid grid-cols-2 gap-x-2 border-b border-line pb-1">
            {field.keyed && (
              <Leaf
                {...props}
                label="for"
                field={{ kind: "text", path: "#", measure: "", name: "for", required: false, standing: null }}
                fieldKey={`${fieldKey}.${i}.#`}
                path={`${path}.${i}`}
              />
            )}
            {field.row
              .flatMap((inner) => (inner.kind === "group" ? inner.fields : [inner]))
              .map((inner) => (
                <Leaf
                  key={inner.path}
                  {...props}
                  field={inner}
                  fieldKey={`${fieldKey}.${i}.${inner.path}`}
                  path={`${path}.${i}.${inner.path}`}
                />
              ))}
          </div>
        ))}
      </fieldset>
    );
  }
  return <Leaf {...props} />;
}

const hasText = (texts: Texts, start: string): boolean =>
  Object.entries(texts).some(([key, text]) => key.startsWith(start) && text !== "");

function Leaf({ field, fieldKey, path, texts, units, wrong, onText, onUnit, label }: One & { label?: string }) {
  const { words } = naming(field.name);
  const { unit } = naming(field.measure);
  const choices = field.kind === "number" || field.kind === "numbers" ? unitsFor(field.measure) : [];
  const standing = "standing" in field ? field.standing : null;
  const isWrong = wrong !== null && (wrong === path || wrong.startsWith(`${path}.`));
  const edge = isWrong ? "border-past! border-[3px]!" : "";
  return (
    <div className="grid grid-cols-[1fr_auto] items-end gap-x-2">
      <label className="col-span-2 text-[16px] leading-tight font-semibold" htmlFor={fieldKey}>
        {label ?? words}
        {!field.required && standing !== null && (
          <span className="font-normal text-soft">, {standing} unless changed</span>
        )}
        {!field.required && standing === null && <span className="font-normal text-soft">, if known</span>}
      </label>
      {field.kind === "choice" ? (
        <select
          id={fieldKey}
          className={`field col-span-2 ${edge}`}
          value={texts[fieldKey] ?? ""}
          onChange={(event) => onText(fieldKey, event.target.value)}
        >
          <option value="">{field.required ? "choose" : (standing ?? "")}</option>
          {field.options.map((option) => (
            <option key={option} value={option}>
              {option === "true" ? "yes" : option === "false" ? "no" : option}
            </option>
          ))}
        </select>
      ) : (
        <>
          <input
            id={fieldKey}
            className={`field figure min-w-0 text-lg ${edge} ${choices.length === 0 && unit === "" ? "col-span-2" : ""}`}
            inputMode={field.kind === "text" ? "text" : "decimal"}
            autoComplete="off"
            placeholder={standing ?? ""}
            aria-invalid={isWrong}
            value={texts[fieldKey] ?? ""}
            onChange={(event) => onText(fieldKey, event.target.value)}
          />
          {choices.length > 0 ? (
            <select
              aria-label={`unit of ${words}`}
              className="field w-auto!"
              value={units[fieldKey] ?? unit}
              onChange={(event) => onUnit(fieldKey, event.target.value)}
            >
              {choices.map((choice) => (
                <option key={choice}>{choice}</option>
              ))}
            </select>
          ) : (
            unit !== "" && <span className="flex min-h-[48px] items-center">{unit}</span>
          )}
        </>
      )}
    </div>
  );
}
