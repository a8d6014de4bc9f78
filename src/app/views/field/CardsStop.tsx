import { Button } from 'antd';
import { useMemo, useRef } from 'react';
import { cardFor, cardsOf, type Card } from '../../../core/field/cards/cards.ts';
import { plantNamed } from '../../../core/ranks/stand.ts';
import { stockOf } from '../../../core/species/stock.ts';
import { counted, type UnitSystem } from '../../../core/units/quantities.ts';
import { capital } from '../../../core/units/text.ts';
import { ExportButtons } from '../../parts/ExportButtons.tsx';
import { CardFigure } from './CardFigure.tsx';
import { goesOnAt, useField } from './use-field.ts';

/** Planting cards: one swipe each on a phone; the one for the plant in hand comes first. */
export function CardsStop({ planting }: { planting: string }) {
  const field = useField(planting)!;
  const { laid, holding, rows } = field;
  const cards = useMemo(() => cardsOf(laid, holding), [laid, holding]);
  const at = goesOnAt(rows);
  const stands = at ? plantNamed(laid.layout.stand, at.rowId, at.place) : null;
  const mine = stands === null ? undefined : cardFor(cards, stands);
  const shown = mine ? [mine, ...cards.filter((card) => card !== mine)] : cards;
  const strip = useRef<HTMLDivElement>(null);
  const turn = (by: number) => strip.current?.scrollBy({ left: by * strip.current.clientWidth, behavior: 'smooth' });
  return (
    <main className="stage page field cards-page">
      <div className="page-head">
        <div>
          <h1>Planting cards</h1>
          <p>
            {laid.planting.name}: {counted(cards.length, 'card')}
            {mine ? `; the first is for ${at!.label}` : ''}.
          </p>
        </div>
        <div className="actions wrap">
          <Button className="turn" onClick={() => turn(-1)}>
            Before
          </Button>
          <Button className="turn" onClick={() => turn(1)}>
            Next card
          </Button>
          <ExportButtons
            asked={{ planting }}
            fileName={`${holding.name} ${laid.planting.name}`}
            items={[{ name: 'planting-cards.pdf', label: 'PDF', plain: true }]}
          />
        </div>
      </div>
      <div className="cards" ref={strip} tabIndex={0} role="group" aria-label="Cards, swipe for the next">
        {shown.map((card) => (
          <OneCard key={`${card.key} ${card.plants[0]}`} card={card} units={holding.units} />
        ))}
      </div>
    </main>
  );
}

function OneCard({ card, units }: { card: Card; units: UnitSystem }) {
  return (
    <article
      className="planting-card"
      aria-label={`Card: ${card.species.common}, ${stockOf(card.stock).name}${card.place ? `, ${card.place}` : ''}`}
    >
      <h2>{capital(card.species.common)}</h2>
      <p className="what">
        {[stockOf(card.stock).name, card.method, card.place].filter(Boolean).join(', ')};{' '}
        {counted(card.plants.length, 'plant')}
      </p>
      <CardFigure card={card} units={units} />
      <ol>
        {card.steps.map(({ id, text }) => (
          <li key={id}>{text}</li>
        ))}
      </ol>
      {card.cautions.map((caution) => (
        <p key={caution} className="card-caution">
          <strong>!</strong> {caution}
        </p>
      ))}
      <p>
        <strong>Done when:</strong> {card.signs.join(' ')}
      </p>
      {card.schools.map((school) => (
        <p key={school} className="soft">
          {school}
        </p>
      ))}
    </article>
  );
}
