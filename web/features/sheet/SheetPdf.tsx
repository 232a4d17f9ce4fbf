import { Document, Image, Page, renderToBuffer, Text, View } from "@react-pdf/renderer";
import type { ReactNode } from "react";
import { Block, PAST, SOFT, style } from "../../ui/paper.tsx";
import { FOOT, type SheetData } from "./sheetData.ts";

const HEADS = [
  ["place", "13%"],
  ["as found", "13%"],
  ["verdict", "33%"],
  ["as left", "24%"],
  ["limit", "17%"],
] as const;

/**
 * The layout of a run of pages takes time by the square of its length: a sheet of more lines than the first is cut into
 * runs of the second, and goes on under the same titles. One that is shorter stands in one piece.
 */
const LINES_WHOLE = 160;
const LINES_A_RUN = 60;

type Section = { title: string; lines: readonly ReactNode[] };

function inRuns(sections: readonly Section[]): Section[][] {
  const all = sections.reduce((sum, { lines }) => sum + lines.length, 0);
  if (all <= LINES_WHOLE) return [[...sections]];
  const runs: Section[][] = [[]];
  let room = LINES_A_RUN;
  for (const { title, lines } of sections) {
    for (let from = 0; from < lines.length;) {
      if (room === 0) {
        runs.push([]);
        room = LINES_A_RUN;
      }
      const part = lines.slice(from, from + room);
      runs[runs.length - 1]?.push({ title: from === 0 ? title : `${title}, continued`, lines: part });
      from += part.length;
      room -= part.length;
    }
  }
  return runs;
}

const Line = ({ bold, children }: { bold?: string; children: ReactNode }) => (
  <View style={style.line} wrap={false}>
    <Text>
      {bold && <Text style={style.bold}>{bold} </Text>}
      {children}
    </Text>
  </View>
);

/** Everything of a sheet below its head, by title, a line each; what has nothing to say is left away. */
function sectionsOf(sheet: SheetData): Section[] {
  const readings = sheet.readings.flatMap((point) => [
    <Text key={point.name} style={{ marginTop: 4 }} minPresenceAhead={24}>
      <Text style={style.bold}>{point.name} </Text>
      <Text style={style.soft}>{point.source}</Text>
    </Text>,
    ...(point.none
      ? [
          <Text key={`${point.name} none`} style={style.line}>
            {point.none}
          </Text>,
        ]
      : []),
    ...point.rows.map((row, i) => (
      <View key={`${point.name} ${i}`} style={style.row} wrap={false}>
        <Text style={{ width: HEADS[0][1] }}>{row.name}</Text>
        <Text style={[style.figure, { width: HEADS[1][1] }]}>{row.found}</Text>
        <Text style={{ width: HEADS[2][1], ...(row.judged?.verdict === "past" ? { color: PAST } : {}) }}>
          {row.verdict}
        </Text>
        <Text style={[style.figure, { width: HEADS[3][1] }]}>{row.left}</Text>
        <Text style={[style.figure, { width: HEADS[4][1] }]}>{row.limit}</Text>
      </View>
    )),
  ]);
  const head = (
    <View key="head" style={[style.row, style.soft]}>
      {HEADS.map(([word, width]) => (
        <Text key={word} style={{ width }}>
          {word}
        </Text>
      ))}
    </View>
  );
  const parts = sheet.parts.map((p) => (
    <View key={`${p.name}${p.number}`} style={style.row} wrap={false}>
      <Text style={[style.figure, { width: "8%" }]}>{p.quantity} ×</Text>
      <Text style={{ width: "34%" }}>{p.name}</Text>
      <Text style={[style.figure, { width: "24%" }]}>{p.number}</Text>
      <Text style={{ width: "18%" }}>{p.why}</Text>
      <Text style={[style.figure, { width: "16%", textAlign: "right" }]}>{p.price}</Text>
    </View>
  ));
  const total = sheet.total ? (
    <Text key="total" style={[style.figure, { textAlign: "right", marginTop: 2 }]}>
      {sheet.total}
    </Text>
  ) : null;
  const left =
    sheet.left.length === 0
      ? [<Text key="none">Nothing was left.</Text>]
      : sheet.left.map((l, i) => (
          <Line key={i} {...(l.signed ? {} : { bold: "Open:" })}>
            {l.text}. {l.signed ? `${l.signed}. ` : ""}
            {l.risk ? `What it risks: ${l.risk}.` : ""}
          </Line>
        ));
  const sections: Section[] = [
    { title: "Readings, as found and as left", lines: [head, ...readings] },
    {
      title: "Inspected, in words",
      lines: sheet.findings.map((f) => (
        <Line key={f.name} bold={`${f.name}:`}>
          {f.words}
          {f.pattern ? `. ${f.pattern}` : ""}
        </Line>
      )),
    },
    { title: "How sure this is", lines: sheet.grounds.map((line) => <Line key={line}>{line}</Line>) },
    {
      title: "Decisions",
      lines: sheet.decisions.map((d) => (
        <Line key={d.name} bold={`${d.name}:`}>
          {d.text}
        </Line>
      )),
    },
    {
      title: "How it was done",
      lines: sheet.ways.map((w, i) => (
        <Line key={i} bold={w.ask}>
          {w.word} ({[w.own, w.by].filter(Boolean).join("; ")})
        </Line>
      )),
    },
    { title: "Parts", lines: total ? [...parts, total] : parts },
    { title: "Set and checked", lines: sheet.set.map((line, i) => <Line key={i}>{line}</Line>) },
    { title: "Told apart", lines: sheet.apart.map(({ text, why }, i) => <Line key={i}>{`${text} (${why})`}</Line>) },
    {
      title: "Torques",
      lines: sheet.torques.map((t) => (
        <View key={t.name} style={style.line} wrap={false}>
          <Text>
            <Text style={style.bold}>{t.name} </Text>
            <Text style={style.soft}>{t.spec}</Text>
          </Text>
          <Text style={style.figure}>{t.pulls}</Text>
          {t.lock && <Text>{t.lock}</Text>}
        </View>
      )),
    },
    { title: "Counted out and in", lines: [<Line key="tray">{sheet.tray.join(" · ")}</Line>] },
    { title: "Left, and what it means", lines: left },
    { title: "Time", lines: sheet.times.map((line, i) => <Line key={i}>{line}</Line>) },
    { title: "Notes", lines: sheet.notes.map((note, i) => <Line key={i}>{note}</Line>) },
    { title: "Next", lines: sheet.next.map((line, i) => <Line key={i}>{line}</Line>) },
    {
      title: "Struck entries",
      lines: sheet.struck.map((s, i) => (
        <Line key={i}>
          <Text style={{ textDecoration: "line-through" }}>{s.text}</Text> {s.by}
        </Line>
      )),
    },
  ];
  return sections.filter(({ lines }) => lines.length > 0);
}

function Sheet({ sheet, photos }: { sheet: SheetData; photos: ReadonlyMap<string, Buffer> }) {
  const runs = inRuns(sectionsOf(sheet));
  return (
    <Document title={`${sheet.number} ${sheet.machine}`} creator="Averin" language="en">
      {runs.map((sections, i) => (
        <Page key={i} size="A4" style={style.page}>
          {i === 0 && <Head sheet={sheet} />}
          {sections.map(({ title, lines }) => (
            <Block key={title} title={title}>
              {lines}
            </Block>
          ))}
          {i === runs.length - 1 && <Tail sheet={sheet} photos={photos} />}
          <Text
            style={style.foot}
            fixed
            render={({ pageNumber, totalPages }) =>
              `${sheet.number} · ${sheet.machine} · page ${pageNumber} of ${totalPages}`
            }
          />
        </Page>
      ))}
    </Document>
  );
}

function Head({ sheet }: { sheet: SheetData }) {
  return (
    <>
      <View style={style.head}>
        <View>
          {sheet.shop !== "" && <Text>{sheet.shop}</Text>}
          <Text style={style.title}>{sheet.machine}</Text>
          <Text>{sheet.line}</Text>
        </View>
        <View>
          <Text style={style.number}>{sheet.number}</Text>
          <Text>{sheet.state}</Text>
        </View>
      </View>
      {sheet.stops.map((stop) => (
        <Text key={stop.text} style={style.stop}>
          {stop.cleared ? `Work was stopped: ${stop.text}. Cleared: ${stop.cleared}.` : `Not fit to run. ${stop.text}.`}
        </Text>
      ))}
      {sheet.back && (
        <Text style={style.stop}>
          {["Handed back, not released.", sheet.back.words, ...sheet.back.standing].join(" ")}
        </Text>
      )}
      <Text style={{ marginTop: 6 }}>{sheet.complaint}</Text>
      {sheet.owner.map(({ title, none, lines }) => (
        <View key={title} style={{ marginTop: 6 }}>
          <Text style={style.caption}>{title}</Text>
          {(lines.length === 0 ? [none] : lines).map((line, i) => (
            <Text key={`${i} ${line}`}>{line}</Text>
          ))}
        </View>
      ))}
      {sheet.works.length > 0 && (
        <View style={{ marginTop: 6 }}>
          <Text style={style.caption}>Works</Text>
          {sheet.works.map((line) => (
            <Text key={line}>{line}</Text>
          ))}
        </View>
      )}
    </>
  );
}

function Tail({ sheet, photos }: { sheet: SheetData; photos: ReadonlyMap<string, Buffer> }) {
  return (
    <>
      <Text style={{ marginTop: 9, color: SOFT }}>
        At the bench: {sheet.people}. {sheet.cautions ?? ""} {FOOT}
      </Text>
      {sheet.photos.length > 0 && (
        <View break>
          <Text style={style.caption}>Photos</Text>
          <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 12, marginTop: 6 }}>
            {sheet.photos.map((photo) => {
              const data = photos.get(photo.id);
              return (
                <View key={photo.id} style={{ width: "48%" }} wrap={false}>
                  {data && <Image src={{ data, format: "jpg" }} style={{ maxHeight: 230, objectFit: "contain" }} />}
                  <Text>{photo.caption}</Text>
                </View>
              );
            })}
          </View>
        </View>
      )}
    </>
  );
}

/** The sheet as a PDF file's bytes. */
export const sheetPdf = (sheet: SheetData, photos: ReadonlyMap<string, Buffer>): Promise<Buffer> =>
  renderToBuffer(<Sheet sheet={sheet} photos={photos} />);
