import { Document, Font, Page, StyleSheet, Text, View } from '@react-pdf/renderer';
import type { Peg, PegRow, PegSheet } from '../../core/field/peg-sheet.ts';
import { formatLength, type UnitSystem } from '../../core/units/quantities.ts';

const styles = StyleSheet.create({
  page: {
    paddingTop: 36,
    paddingBottom: 42,
    paddingHorizontal: 36,
    fontSize: 11,
    fontFamily: 'Atkinson',
    lineHeight: 1.3,
  },
  title: { fontFamily: 'Bitter', fontSize: 20, lineHeight: 1.2, marginBottom: 6 },
  soft: { color: '#444444', marginBottom: 8 },
  step: { flexDirection: 'row', marginBottom: 4 },
  number: { width: 18, fontWeight: 700 },
  rowHead: { marginTop: 14, marginBottom: 4, paddingTop: 6, borderTopWidth: 1.5, borderTopColor: '#000000' },
  rowTitle: { fontFamily: 'Bitter', fontSize: 14, lineHeight: 1.2, marginBottom: 4 },
  columns: { flexDirection: 'row', marginBottom: 6 },
  column: { width: '50%', paddingRight: 14 },
  peg: { flexDirection: 'row', paddingVertical: 3, borderBottomWidth: 0.5, borderBottomColor: '#999999' },
  tick: { width: 12, height: 12, borderWidth: 1, borderColor: '#000000', marginRight: 6 },
  chainage: { width: 62, fontWeight: 700 },
  plant: { width: 30, color: '#444444' },
  species: { flex: 1 },
  tag: { width: 22, fontWeight: 700 },
  foot: {
    position: 'absolute',
    bottom: 20,
    left: 36,
    right: 36,
    flexDirection: 'row',
    justifyContent: 'space-between',
    fontSize: 9,
    color: '#444444',
  },
});

/** Names the fonts that the sheet is set in: addresses in a browser, file paths without one. */
export function registerPdfFonts(source: { regular: string; bold: string; heading: string }): void {
  Font.register({ family: 'Atkinson', fonts: [{ src: source.regular }, { src: source.bold, fontWeight: 700 }] });
  Font.register({ family: 'Bitter', src: source.heading });
  Font.registerHyphenationCallback((word) => [word]);
}

/** Peg sheets print-ready, black and white, big enough for wet hands. */
export function PegSheetPdf({
  sheets,
  units,
  paper,
}: {
  sheets: readonly PegSheet[];
  units: UnitSystem;
  paper: 'A4' | 'LETTER';
}) {
  // One date for every sheet, so that one plan always makes the same bytes.
  const date = new Date(Date.UTC(2000, 0, 1));
  return (
    <Document
      title={`Peg sheet, ${sheets[0]?.holding ?? ''}`}
      creator="Close Rank"
      producer="Close Rank"
      creationDate={date}
      modificationDate={date}
    >
      {sheets.map((sheet, i) => (
        <Page key={i} size={paper} style={styles.page}>
          <Text style={styles.title}>{sheet.planting}</Text>
          <Text style={styles.soft}>
            {sheet.holding}. Peg sheet: {sheet.plants} plants in {sheet.rows.length} rows;{' '}
            {formatLength(sheet.walkMetres, units, { decimals: 0 })} to walk.
          </Text>
          {sheet.setUp.map((step, n) => (
            <View key={step} style={styles.step} wrap={false}>
              <Text style={styles.number}>{n + 1}</Text>
              <Text style={{ flex: 1 }}>{step}</Text>
            </View>
          ))}
          {sheet.rows.map((row) => (
            <Row key={row.number} row={row} units={units} />
          ))}
          <View style={styles.foot} fixed>
            <Text>
              {sheet.holding}, {sheet.planting}
            </Text>
            <Text render={({ pageNumber, totalPages }) => `${pageNumber} of ${totalPages}`} />
          </View>
        </Page>
      ))}
    </Document>
  );
}

/** Lines of one block: few enough that a block never outgrows what is left of most pages. */
const LINES = 10;

/** Pegs in blocks of two columns, each read down before the next: the order in which they are walked. */
function blocksOf(pegs: readonly Peg[]): (readonly Peg[])[][] {
  const blocks: (readonly Peg[])[][] = [];
  for (let i = 0; i < pegs.length; i += 2 * LINES) {
    const half = Math.min(LINES, Math.ceil((pegs.length - i) / 2));
    blocks.push([pegs.slice(i, i + half), pegs.slice(i + half, i + 2 * LINES)]);
  }
  return blocks;
}

function Row({ row, units }: { row: PegRow; units: UnitSystem }) {
  return (
    <View>
      <View style={styles.rowHead} minPresenceAhead={60} wrap={false}>
        <Text style={styles.rowTitle}>
          {row.number} {row.name}: {row.pegs.length} plants, {formatLength(row.spacing, units, { decimals: 2 })} apart,
          walk {row.walked}
        </Text>
        {row.notes.map((note) => (
          <Text key={note}>{note}</Text>
        ))}
        <Text>{row.totals.map(({ tag, common, count }) => `${tag} ${common} ${count}`).join('   ')}</Text>
      </View>
      {blocksOf(row.pegs).map((columns, b) => (
        <View key={b} style={styles.columns} wrap={false}>
          {columns.map((pegs, c) => (
            <View key={c} style={styles.column}>
              {pegs.map((peg) => (
                <View key={peg.order} style={styles.peg}>
                  <View style={styles.tick} />
                  <Text style={styles.chainage}>{peg.label}</Text>
                  <Text style={styles.plant}>{peg.number}</Text>
                  <Text style={styles.tag}>{peg.tag}</Text>
                  <Text style={styles.species}>{peg.common}</Text>
                </View>
              ))}
            </View>
          ))}
        </View>
      ))}
    </View>
  );
}
