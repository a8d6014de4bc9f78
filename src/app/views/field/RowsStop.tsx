import { Progress } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { bestPair, knownPoints } from '../../../core/field/known-points.ts';
import { pegSheet } from '../../../core/field/peg-sheet.ts';
import { sayStops } from '../../../core/field/stops.ts';
import { pegPlaces, type SetOutWay } from '../../../core/field/set-out.ts';
import { counted, formatLength, formatTape } from '../../../core/units/quantities.ts';
import { capital } from '../../../core/units/text.ts';
import { ExportButtons } from '../../parts/ExportButtons.tsx';
import { SpeciesMark } from '../../parts/SpeciesMark.tsx';
import { PegBox } from './PegBox.tsx';
import { RespaceRow } from './RespaceRow.tsx';
import { SetOutTable } from './SetOutTable.tsx';
import { SettingOutFigure } from './SettingOutFigure.tsx';
import { useField, type InField } from './use-field.ts';

/** Rows and pegs: the peg sheet, its setting-out, pegging itself, and how far each row is. */
export function RowsStop({ planting }: { planting: string }) {
  const field = useField(planting)!;
  const { laid, holding, ledger, rows: walked } = field;
  const [way, setWay] = useState<SetOutWay>({ way: 'chord' });
  const sheet = pegSheet(laid.planting, laid.layout, holding, way);
  const { baseline } = laid.layout;
  const known = knownPoints(holding);
  const pair =
    baseline && sheet.setOut
      ? bestPair(
          known,
          pegPlaces(baseline.line).map(({ point }) => point),
        )
      : null;
  const { rows } = laid.layout.stand;
  return (
    <main className="stage page peg-sheet field" tabIndex={0}>
      <div className="page-head">
        <div>
          <h1>{sheet.planting}</h1>
          <p className="soft">
            Peg sheet: {counted(sheet.plants, 'plant')} in {counted(sheet.rows.length, 'row')},{' '}
            {formatLength(sheet.walkMetres, holding.units, { decimals: 0 })} to walk.
          </p>
        </div>
        <div className="beside">
          <ExportButtons
            asked={{ planting, way, ledger }}
            fileName={`${holding.name} ${sheet.planting}`}
            items={[
              { name: 'peg-sheets.pdf', label: 'PDF' },
              ...(sheet.rows.some(({ repeat }) => repeat)
                ? [{ name: 'every-peg.pdf' as const, label: 'Every peg, PDF' }]
                : []),
              { name: 'peg-sheets.csv', label: 'CSV' },
              { name: 'day-sheet.pdf', label: 'Day sheet, PDF' },
              { name: 'setting-out.pdf', label: 'Setting out, PDF' },
              { name: 'setting-out.csv', label: 'Setting out, CSV' },
            ]}
          />
          <ExportButtons
            fileName={holding.name}
            items={[
              { name: 'peg-sheets.pdf', label: 'All sheets, PDF', plain: true },
              { name: 'peg-sheets.csv', label: 'All sheets, CSV' },
              { name: 'plan.geojson', label: 'Plan as GeoJSON' },
            ]}
          />
        </div>
      </div>
      <div className="beside">
        <PegBox field={field} />
        {walked.length > 0 && <Walked field={field} />}
      </div>
      <ol className="set-up">
        {[...sayStops(field.worked.findingsOf(planting)), ...sheet.setUp].map((step) => (
          <li key={step}>{step}</li>
        ))}
      </ol>
      <SettingOutFigure field={field} />
      {sheet.setOut && <SetOutTable setOut={sheet.setOut} way={way} known={known} pair={pair} onWay={setWay} />}
      {sheet.rows.map((row) => (
        <details key={row.number} className="peg-row" open={sheet.plants <= 400}>
          <summary>
            <strong>
              {row.number} {row.name}
            </strong>{' '}
            {counted(row.pegs.length, 'plant')}, {formatTape(row.spacing, holding.units)} apart, walk {row.walked}
          </summary>
          {row.notes.map((note) => (
            <p key={note}>{note}</p>
          ))}
          <RespaceRow field={field} row={rows[row.number - 1]!.row.id} spacing={rows[row.number - 1]!.row.spacing} />
          <p className="soft">{row.totals.map(({ tag, common, count }) => `${tag} ${common} ${count}`).join(', ')}</p>
          <ol className="pegs">
            {row.pegs.map((peg) => (
              <li key={peg.order}>
                <span className="tick" aria-hidden="true" />
                <strong>{peg.label}</strong> <span className="soft">{peg.number}</span>{' '}
                <SpeciesMark species={peg.kind} size={12} /> <span>{peg.common}</span>
              </li>
            ))}
          </ol>
        </details>
      ))}
      <nav aria-label="Other stages" className="to-stages beside">
        {['ground', 'ranks', 'years', 'order', 'days'].map((stage) => (
          <Link
            key={stage}
            to={`/h/${holding.id}/${stage}${stage === 'ranks' || stage === 'years' ? `/${laid.planting.id}` : ''}`}
          >
            {capital(stage)}
          </Link>
        ))}
      </nav>
    </main>
  );
}

/** How far each row is, with the way to its next plant. */
function Walked({ field: { rows, holding } }: { field: InField }) {
  return (
    <section aria-label="How far the rows are" className="walked">
      <h2>How far the rows are</h2>
      <ul>
        {rows.map(({ number, name, pegs, planted, skipped, dead, left }) => (
          <li key={number}>
            <Link
              to={`/h/${holding.id}/field/plant/${(pegs.find(({ state }) => state.stands === null) ?? pegs[0]!).label}`}
            >
              {number} {name}
            </Link>
            <Progress
              percent={Math.round(((planted + skipped) / pegs.length) * 100)}
              showInfo={false}
              aria-label={`${name}: ${planted} of ${pegs.length} planted`}
            />
            <span>
              {planted} of {pegs.length}
              {skipped > 0 ? `, ${skipped} skipped` : ''}
              {dead > 0 ? `, ${dead} dead` : ''}
              {left === 0 ? ', done' : ''}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
