import { Button, Input, Select } from 'antd';
import { dropListed, putListed } from '../../../../core/holding/means-commands.ts';
import type { PieceHere } from '../../../../core/holding/schema.ts';
import { kitName } from '../../../../core/account/order-list.ts';
import { stockOf } from '../../../../core/species/stock.ts';
import { formatCount, inUnits } from '../../../../core/units/quantities.ts';
import { NumberField } from '../../../parts/fields/NumberField.tsx';
import { Panel } from '../../../parts/Panel.tsx';
import { useBook, useWorked } from '../../../store/derived.ts';
import { newId } from '../../../store/ids.ts';
import { run } from '../../../store/session.ts';
import { Kits } from '../means/Kits.tsx';
import { PIECES } from './pieces.ts';
import { Facts } from '../../../parts/Facts.tsx';

/** What is here already and is used first, and makers' sets whose own figures stand instead of the formulas. */
export function HereStop() {
  const worked = useWorked();
  const { holding } = worked;
  const { here, inHand, units } = holding;
  const book = useBook();
  const used = new Map(worked.order().kit.map((line) => [line.key, line]));
  const options = PIECES.map(({ key, label }) => ({ value: key, label: inUnits(label, units) }));
  const put = (thing: PieceHere) => run(putListed('here', thing, 'what is here'));
  return (
    <>
      <main className="stage page order-stop">
        <h1>Already here</h1>
        <p className="soft">Stakes, guards, mats and compost that are here are used before any are bought.</p>
        <Facts
          className="here"
          heads={['Piece', 'How many', 'Still needs', 'Used', '']}
          rows={here.map((thing) => {
            const line = used.get(thing.piece);
            const all = here.filter(({ piece }) => piece === thing.piece).reduce((sum, { count }) => sum + count, 0);
            return {
              key: thing.id,
              cells: [
                <Select
                  key="piece"
                  size="small"
                  aria-label="Piece"
                  showSearch={{ optionFilterProp: 'label' }}
                  value={thing.piece}
                  options={options}
                  popupMatchSelectWidth={320}
                  onChange={(piece) => put({ ...thing, piece })}
                />,
                <NumberField
                  key="count"
                  size="small"
                  aria-label={`How many ${kitName(thing.piece, units, [])}`}
                  min={0}
                  max={1_000_000}
                  value={thing.count}
                  onEnter={(count) => put({ ...thing, count: count ?? 0 })}
                />,
                <Input
                  size="small"
                  aria-label={`What ${kitName(thing.piece, units, [])} still need`}
                  key={thing.needs}
                  defaultValue={thing.needs}
                  maxLength={120}
                  placeholder="such as new ties"
                  onBlur={({ target }) =>
                    target.value.trim() !== thing.needs && put({ ...thing, needs: target.value.trim() })
                  }
                />,
                line ? `${formatCount(line.here)} of ${formatCount(all)}` : `none of ${formatCount(all)}`,
                <Button
                  key="out"
                  size="small"
                  onClick={() => run(dropListed('here', thing.id, 'taken off what is here'))}
                >
                  Take out
                </Button>,
              ],
            };
          })}
        />
        <Button size="small" onClick={() => put({ id: newId(), piece: 'stake.0.9', count: 0, needs: '' })}>
          + Piece
        </Button>
        <h2>Plants in hand</h2>
        {inHand.length === 0 ? (
          <p className="soft">None. Bundles are named under Ranks, with the row that uses them up.</p>
        ) : (
          <ul>
            {inHand.map(({ id, species, stock, size, bundles }) => (
              <li key={id}>
                {formatCount(size * bundles)} {book.of(species).common}, {inUnits(stockOf(stock).name, units)}
              </li>
            ))}
          </ul>
        )}
        <Kits />
      </main>
      <HerePanel />
    </>
  );
}

function HerePanel() {
  return (
    <Panel label="Already here">
      <h2>Already here</h2>
      <p>What is used up here is taken off the order list and its cost; what is over is told beside each line.</p>
      <p className="soft">
        Used tubes want new ties and a look at their slits; stakes of last time are shorter by what broke off in the
        ground. Own compost counts as compost, gathered seed and cuttings as plants in hand.
      </p>
    </Panel>
  );
}
