import { createRequire } from "node:module";
import path from "node:path";
import { Document, Font, Image, Page, renderToBuffer, StyleSheet, Text, View } from "@react-pdf/renderer";
import type { ReactNode } from "react";
import { FOOT, type SheetData } from "./sheetData.ts";

const file = createRequire(path.join(process.cwd(), "package.json")).resolve;
const words = (weight: number): string =>
  file(`@fontsource/barlow-semi-condensed/files/barlow-semi-condensed-latin-${weight}-normal.woff`);
const figures = (weight: number): string => file(`@fontsource/b612-mono/files/b612-mono-latin-${weight}-normal.woff`);
Font.register({
  family: "words",
  fonts: [
    { src: words(400), fontWeight: 400 },
    { src: words(600), fontWeight: 600 },
  ],
});
Font.register({ family: "figures", fonts: [{ src: figures(400), fontWeight: 400 }] });
Font.registerHyphenationCallback((word) => [word]);

// The ink of the screens in daylight; paper has no dark theme.
const INK = "#0f2a30";
const SOFT = "#4b6066";
const LINE = "#b9c4c6";
const PAST = "#8c2f1b";
const style = StyleSheet.create({
  page: { fontFamily: "words", fontSize: 9.5, color: INK, padding: 36, paddingBottom: 54, lineHeight: 1.25 },
  head: {
    flexDirection: "row",
    justifyContent: "space-between",
    borderBottomWidth: 2,
    borderColor: INK,
    paddingBottom: 4,
  },
  title: { fontSize: 17, fontWeight: 600, lineHeight: 1.1, marginBottom: 3 },
  number: { fontFamily: "figures", fontSize: 13, lineHeight: 1.1, marginBottom: 3, textAlign: "right" },
  stop: { marginTop: 6, padding: 5, borderWidth: 1.5, borderColor: PAST, color: PAST, fontWeight: 600 },
  block: { marginTop: 9 },
  caption: {
    fontSize: 8,
    letterSpacing: 1,
    color: SOFT,
    borderBottomWidth: 1.2,
    borderColor: INK,
    textTransform: "uppercase",
  },
  line: { borderBottomWidth: 0.5, borderColor: LINE, paddingVertical: 2 },
  row: { flexDirection: "row", borderBottomWidth: 0.5, borderColor: LINE, paddingVertical: 1.5 },
  bold: { fontWeight: 600 },
  soft: { color: SOFT },
  figure: { fontFamily: "figures", fontSize: 8 },
  foot: {
    position: "absolute",
    left: 36,
    right: 36,
    bottom: 22,
    fontSize: 7.5,
    color: SOFT,
    borderTopWidth: 0.5,
    borderColor: LINE,
    paddingTop: 3,
  },
});

const HEADS = [
  ["place", "13%"],
  ["as found", "13%"],
  ["verdict", "33%"],
  ["as left", "24%"],
  ["limit", "17%"],
] as const;

function Block({ title, children }: { title: string; children: ReactNode }) {
  return (
    <View style={style.block}>
      <Text style={style.caption} minPresenceAhead={40}>
        {title}
      </Text>
      {children}
    </View>
  );
}

const Line = ({ bold, children }: { bold?: string; children: ReactNode }) => (
  <View style={style.line} wrap={false}>
    <Text>
      {bold && <Text style={style.bold}>{bold} </Text>}
      {children}
    </Text>
  </View>
);

function Sheet({ sheet, photos }: { sheet: SheetData; photos: ReadonlyMap<string, Buffer> }) {
  const some = (title: string, lines: readonly ReactNode[]): ReactNode =>
    lines.length > 0 && <Block title={title}>{lines}</Block>;
  return (
    <Document title={`${sheet.number} ${sheet.machine}`} creator="Averin" language="en">
      <Page size="A4" style={style.page}>
        <View style={style.head}>
          <View>
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
            {stop.cleared
              ? `Work was stopped: ${stop.text}. Cleared: ${stop.cleared}.`
              : `Not fit to run. ${stop.text}.`}
          </Text>
        ))}
        <Text style={{ marginTop: 6 }}>{sheet.complaint}</Text>
        <Block title="Readings, as found and as left">
          <View style={[style.row, style.soft]}>
            {HEADS.map(([head, width]) => (
              <Text key={head} style={{ width }}>
                {head}
              </Text>
            ))}
          </View>
          {sheet.readings.map((point) => (
            <View key={point.name}>
              <Text style={{ marginTop: 4 }} minPresenceAhead={24}>
                <Text style={style.bold}>{point.name} </Text>
                <Text style={style.soft}>{point.source}</Text>
              </Text>
              {point.none && <Text style={style.line}>{point.none}</Text>}
              {point.rows.map((row, i) => (
                <View key={i} style={style.row} wrap={false}>
                  <Text style={{ width: HEADS[0][1] }}>{row.name}</Text>
                  <Text style={[style.figure, { width: HEADS[1][1] }]}>{row.found}</Text>
                  <Text style={{ width: HEADS[2][1], ...(row.judged?.verdict === "past" ? { color: PAST } : {}) }}>
                    {row.verdict}
                  </Text>
                  <Text style={[style.figure, { width: HEADS[3][1] }]}>{row.left}</Text>
                  <Text style={[style.figure, { width: HEADS[4][1] }]}>{row.limit}</Text>
                </View>
              ))}
            </View>
          ))}
        </Block>
        {some(
          "Inspected, in words",
          sheet.findings.map((f) => (
            <Line key={f.name} bold={`${f.name}:`}>
              {f.words}
              {f.pattern ? `. ${f.pattern}` : ""}
            </Line>
          )),
        )}
        {some(
          "Decisions",
          sheet.decisions.map((d) => (
            <Line key={d.name} bold={`${d.name}:`}>
              {d.text}
            </Line>
          )),
        )}
        {some(
          "How it was done",
          sheet.ways.map((w) => (
            <Line key={w.ask} bold={w.ask}>
              {w.word} ({[w.own, w.by].filter(Boolean).join("; ")})
            </Line>
          )),
        )}
        {some("Parts", [
          ...sheet.parts.map((p) => (
            <View key={`${p.name}${p.number}`} style={style.row} wrap={false}>
              <Text style={[style.figure, { width: "8%" }]}>{p.quantity} ×</Text>
              <Text style={{ width: "34%" }}>{p.name}</Text>
              <Text style={[style.figure, { width: "24%" }]}>{p.number}</Text>
              <Text style={{ width: "18%" }}>{p.why}</Text>
              <Text style={[style.figure, { width: "16%", textAlign: "right" }]}>{p.price}</Text>
            </View>
          )),
          ...(sheet.total
            ? [
                <Text key="total" style={[style.figure, { textAlign: "right", marginTop: 2 }]}>
                  {sheet.total}
                </Text>,
              ]
            : []),
        ])}
        {some(
          "Set and checked",
          sheet.set.map((line) => <Line key={line}>{line}</Line>),
        )}
        {some(
          "Told apart",
          sheet.apart.map(({ text, why }, i) => <Line key={i}>{`${text} (${why})`}</Line>),
        )}
        {some(
          "Torques",
          sheet.torques.map((t) => (
            <View key={t.name} style={style.line} wrap={false}>
              <Text>
                <Text style={style.bold}>{t.name} </Text>
                <Text style={style.soft}>{t.spec}</Text>
              </Text>
              <Text style={style.figure}>{t.pulls}</Text>
              {t.lock && <Text>{t.lock}</Text>}
            </View>
          )),
        )}
        {some("Counted out and in", [<Line key="tray">{sheet.tray.join(" · ")}</Line>])}
        <Block title="Left, and what it means">
          {sheet.left.length === 0 && <Text>Nothing was left.</Text>}
          {sheet.left.map((l) => (
            <Line key={l.text} {...(l.signed ? {} : { bold: "Open:" })}>
              {l.text}. {l.signed ? `${l.signed}. ` : ""}
              {l.risk ? `What it risks: ${l.risk}.` : ""}
            </Line>
          ))}
        </Block>
        {some(
          "Notes",
          sheet.notes.map((note) => <Line key={note}>{note}</Line>),
        )}
        <View wrap={false}>
          {some(
            "Next",
            sheet.next.map((line) => <Line key={line}>{line}</Line>),
          )}
        </View>
        {some(
          "Struck entries",
          sheet.struck.map((s, i) => (
            <Line key={i}>
              <Text style={{ textDecoration: "line-through" }}>{s.text}</Text> {s.by}
            </Line>
          )),
        )}
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
        <Text
          style={style.foot}
          fixed
          render={({ pageNumber, totalPages }) =>
            `${sheet.number} · ${sheet.machine} · page ${pageNumber} of ${totalPages}`
          }
        />
      </Page>
    </Document>
  );
}

/** The sheet as a PDF file's bytes. */
export const sheetPdf = (sheet: SheetData, photos: ReadonlyMap<string, Buffer>): Promise<Buffer> =>
  renderToBuffer(<Sheet sheet={sheet} photos={photos} />);
