import { Button } from 'antd';
import { useState } from 'react';
import { Link, Navigate, useParams } from 'react-router';
import { bestPair, knownPoints } from '../../../core/field/known-points.ts';
import { pegSheet } from '../../../core/field/peg-sheet.ts';
import { pegPlaces, type SetOutWay } from '../../../core/field/set-out.ts';
import type { Laid } from '../../../core/ranks/laid.ts';
import type { Holding } from '../../../core/holding/schema.ts';
import { counted, formatLength, formatTape } from '../../../core/units/quantities.ts';
import { ExportButtons } from '../../parts/ExportButtons.tsx';
import { SpeciesMark } from '../../parts/SpeciesMark.tsx';
import { SetOutTable } from './SetOutTable.tsx';
import { useWorked } from '../../store/derived.ts';

/** Put it in the ground: the peg sheet, on screen, on a phone and printed. */
export function FieldView() {
  const { planting: id } = useParams();
  const worked = useWorked();
  const { holding } = worked;
  const laid = id ? worked.laid(id) : undefined;
  if (!laid && holding.plantings[0])
    return <Navigate to={`/h/${holding.id}/field/${holding.plantings[0].id}`} replace />;
  if (!laid)
    return (
      <main className="stage sorry">
        <h1>Nothing to peg yet</h1>
        <p>Lay out a planting first; its peg sheet follows by itself.</p>
        <p>
          <Link to={`/h/${holding.id}/ranks/new`}>New planting</Link>
        </p>
      </main>
    );
  return <Sheet key={laid.planting.id} laid={laid} holding={holding} />;
}

function Sheet({ laid, holding }: { laid: Laid; holding: Holding }) {
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
  return (
    <main className="stage page peg-sheet">
      <div className="page-head">
        <div>
          <h1>{sheet.planting}</h1>
          <p className="soft">
            Peg sheet: {counted(sheet.plants, 'plant')} in {counted(sheet.rows.length, 'row')},{' '}
            {formatLength(sheet.walkMetres, holding.units, { decimals: 0 })} to walk.
          </p>
        </div>
        <div className="no-print">
          <ExportButtons
            asked={{ planting: laid.planting.id, way }}
            fileName={`${holding.name} ${sheet.planting}`}
            items={[
              { name: 'peg-sheets.pdf', label: 'PDF' },
              { name: 'peg-sheets.csv', label: 'CSV' },
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
          <Button onClick={() => print()}>Print</Button>
        </div>
      </div>
      <ol className="set-up">
        {sheet.setUp.map((step) => (
          <li key={step}>{step}</li>
        ))}
      </ol>
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
    </main>
  );
}
