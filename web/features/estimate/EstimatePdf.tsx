import { Document, Page, renderToBuffer, Text, View } from "@react-pdf/renderer";
import { Block, style } from "../../ui/paper.tsx";
import type { EstimateData } from "./estimateData.ts";

function Paper({ number, shop, machine, line, parts, work, tax, total, notes }: EstimateData) {
  return (
    <Document title={`Estimate ${number} ${machine}`} creator="Averin" language="en">
      <Page size="A4" style={style.page}>
        <View style={style.head}>
          <View>
            {shop !== "" && <Text>{shop}</Text>}
            <Text style={style.title}>{machine}</Text>
            <Text>{line}</Text>
          </View>
          <View>
            <Text style={style.number}>{number}</Text>
            <Text>Estimate</Text>
          </View>
        </View>
        <Block title="Parts and work">
          {parts.map((part, i) => (
            <View key={i} style={style.row} wrap={false}>
              <Text style={[style.figure, { width: "8%" }]}>{part.quantity} ×</Text>
              <Text style={{ width: "40%" }}>{part.name}</Text>
              <Text style={[style.figure, { width: "18%" }]}>{part.number}</Text>
              <Text style={[style.soft, { width: "18%" }]}>{part.told}</Text>
              <Text style={[style.figure, { width: "16%", textAlign: "right" }]}>{part.price}</Text>
            </View>
          ))}
          <Text style={style.line}>{work}</Text>
          {tax !== null && <Text style={style.line}>{tax}</Text>}
          <Text style={[style.figure, style.bold, { fontSize: 13, textAlign: "right", marginTop: 4 }]}>
            Together {total}
          </Text>
        </Block>
        <Block title="What this leaves out, and what was agreed">
          {notes.map((note) => (
            <Text key={note} style={style.line}>
              {note}
            </Text>
          ))}
        </Block>
        <Text
          style={style.foot}
          fixed
          render={({ pageNumber, totalPages }) => `${number} · ${machine} · page ${pageNumber} of ${totalPages}`}
        />
      </Page>
    </Document>
  );
}

/** The estimate as a PDF file's bytes. */
export const estimatePdf = (estimate: EstimateData): Promise<Buffer> => renderToBuffer(<Paper {...estimate} />);
