import { Button, Segmented } from 'antd';
import { together } from '../../../core/holding/command.ts';
import { area, perimeter } from '../../../core/geometry/polygon.ts';
import { setbackFrom } from '../../../core/ground/boundary.ts';
import { removeCorner, setBoundary, setCorner } from '../../../core/holding/ground-commands.ts';
import { formatArea, formatLength } from '../../../core/units/quantities.ts';
import { LengthField } from '../../look/LengthField.tsx';
import { startSketch } from '../../plan/sketching.ts';
import { useShown } from '../../store/derived.ts';
import { look, useLook } from '../../store/look-at.ts';
import { run } from '../../store/session.ts';
import { loosenFromBoundary } from './delete-feature.ts';

/** The boundary and its pins, each found or assumed. */
export function EdgesPanel() {
  const holding = useShown();
  const selection = useLook((state) => state.selection);
  const { boundary, units } = holding;
  if (!boundary) {
    return (
      <>
        <h2>Edges</h2>
        <p>Draw the boundary first: what may be planted, and how near the neighbour, hangs on it. Or bring in a GeoJSON or KML file.</p>
        <Button type="primary" onClick={() => startSketch('boundary')}>Draw the boundary</Button>
      </>
    );
  }
  const ring = boundary.map(({ at }) => at);
  return (
    <>
      <h2>Edges</h2>
      <p className="soft">{formatArea(area(ring), units)}, {formatLength(perimeter(ring), units, { decimals: 0 })} round. Stems keep {formatLength(setbackFrom(holding, false), units)} from a sure side, {formatLength(setbackFrom(holding, true), units)} beside an assumed corner.</p>
      <ul className="rows-list">
        {boundary.map(({ id, at, pin }, i) => {
          const open = selection?.what === 'corner' && selection.id === id;
          return (
            <li key={id} className={open ? 'is-open' : ''}>
              <div className="line">
                <button type="button" className="link" aria-expanded={open} onClick={() => look({ selection: open ? null : { what: 'corner', id } })}>Corner {i + 1}</button>
                <Segmented size="small" aria-label={`Pin of corner ${i + 1}`} value={pin} options={[{ value: 'found', label: 'found' }, { value: 'assumed', label: 'assumed' }]} onChange={(value) => run(setCorner(id, { pin: value as 'found' | 'assumed' }))} />
              </div>
              {open && (
                <div className="pair">
                  <LengthField label="East" units={units} least={-50_000} most={50_000} value={at[0]} onChange={(x) => run(setCorner(id, { at: [x, at[1]] }))} />
                  <LengthField label="North" units={units} least={-50_000} most={50_000} value={at[1]} onChange={(y) => run(setCorner(id, { at: [at[0], y] }))} />
                  <Button danger size="small" onClick={() => run(removeCorner(id))}>Take out</Button>
                </div>
              )}
            </li>
          );
        })}
      </ul>
      <div className="actions">
        <Button onClick={() => startSketch('boundary')}>Draw it anew</Button>
        <Button danger onClick={() => run(together('boundary taken away', [...loosenFromBoundary(), setBoundary(null)]))}>Delete</Button>
      </div>
    </>
  );
}
