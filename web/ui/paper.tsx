import { createRequire } from "node:module";
import path from "node:path";
import { Font, StyleSheet, Text, View } from "@react-pdf/renderer";
import type { ReactNode } from "react";

const file = createRequire(path.join(process.cwd(), "package.json")).resolve;
const words = (weight: number): string =>
  file(`@fontsource/barlow-semi-condensed/files/barlow-semi-condensed-latin-${weight}-normal.woff`);
Font.register({
  family: "words",
  fonts: [
    { src: words(400), fontWeight: 400 },
    { src: words(600), fontWeight: 600 },
  ],
});
// What that face has no sign for: Latin with all its marks, Cyrillic, arrows, signs.
const rest = (name: string): string => file(`dejavu-fonts-ttf/ttf/${name}.ttf`);
Font.register({
  family: "rest",
  fonts: [
    { src: rest("DejaVuSansCondensed"), fontWeight: 400 },
    { src: rest("DejaVuSansCondensed-Bold"), fontWeight: 600 },
  ],
});
const WORDS = ["words", "rest"];
Font.registerHyphenationCallback((word) => [word]);

// The ink of the screens in daylight; paper has no dark theme.
const INK = "#0f2a30";
export const SOFT = "#4b6066";
const LINE = "#b9c4c6";
export const PAST = "#8c2f1b";
export const style = StyleSheet.create({
  page: { fontFamily: WORDS, fontSize: 9.5, color: INK, padding: 36, paddingBottom: 54, lineHeight: 1.25 },
  head: {
    flexDirection: "row",
    justifyContent: "space-between",
    borderBottomWidth: 2,
    borderColor: INK,
    paddingBottom: 4,
  },
  title: { fontSize: 17, fontWeight: 600, lineHeight: 1.1, marginBottom: 3 },
  number: { fontFeatureSettings: ["tnum"], fontSize: 14, lineHeight: 1.1, marginBottom: 3, textAlign: "right" },
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
  figure: { fontFeatureSettings: ["tnum"], fontSize: 9.5 },
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

/** A part of a page under its title. */
export function Block({ title, children }: { title: string; children: ReactNode }) {
  return (
    <View style={style.block}>
      <Text style={style.caption} minPresenceAhead={40}>
        {title}
      </Text>
      {children}
    </View>
  );
}
