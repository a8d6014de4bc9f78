import { scaleLinear } from 'd3-scale';
import { useDeferredValue, useEffect, useMemo, useRef } from 'react';
import type { Band } from '../../../../core/findings/bands.ts';
import type { Laid } from '../../../../core/ranks/laid.ts';
import { isBelt } from '../../../../core/ranks/outline.ts';
import { mainString } from '../../../../core/ranks/stand.ts';
import { grownRadii } from '../../../../core/years/grown-radii.ts';
import { useTokens } from '../../../look/Look.tsx';
import { useWidth } from '../../../parts/use-width.ts';
import { useGrown, useRinged, useShown } from '../../../store/derived.ts';
import { useLook } from '../../../store/look-at.ts';
import { drawStrings, stringsHeight } from './strings-canvas.ts';
import { beadKeys, useSpeciesDrop } from './use-beads.ts';
import { useStringDrag } from './use-string-drag.ts';

interface Props {
  readonly laid: Laid;
  readonly bands: readonly Band[];
  readonly chosenRow: string | null;
  readonly chosenPlant: number | null;
}

/** The rows of a belt or block drawn straight and to scale, to be dragged. */
export function Threads({ laid, bands, chosenRow, chosenPlant }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const width = useWidth(canvas);
  const tokens = useTokens();
  const ringed = useRinged();
  const { units } = useShown();
  const selection = useLook((state) => state.selection);
  const year = useDeferredValue(useLook((state) => state.year));
  const grown = useGrown();
  const {
    planting,
    layout: { stand, baseline },
  } = laid;
  const belt = isBelt(planting.baseline);
  const length = baseline?.line.length ?? 0;
  const x = useMemo(() => scaleLinear([0, Math.max(1, length)], [14, width - 18]), [length, width]);
  const drag = useStringDrag(laid, x, units);
  const onDrop = useSpeciesDrop(laid, (px, py) => {
    const grip = drag.gripAt(px, py);
    return grip?.what === 'bead' ? grip.plant : null;
  });
  const row = chosenPlant !== null ? stand.row[chosenPlant]! : chosenRow === null ? -1 : mainString(stand, chosenRow);

  const crowns = useMemo(() => grown && grownRadii(grown(laid), year), [grown, laid, year]);

  useEffect(() => {
    drawStrings(canvas.current!, {
      stand,
      belt,
      gaps: planting.gaps,
      bands,
      x,
      length,
      units,
      tokens,
      chosenRow: row === -1 ? null : row,
      chosenPlant,
      chosenGap: selection?.what === 'gap' ? selection.id : null,
      ringed,
      crowns,
    });
  }, [stand, belt, planting.gaps, bands, x, length, units, tokens, row, chosenPlant, selection, ringed, crowns]);

  return (
    <canvas
      ref={canvas}
      tabIndex={0}
      style={{ height: stringsHeight(stand.rows.length) }}
      data-testid="strings.canvas"
      role="application"
      aria-label="Rows as strings. Arrows choose a plant; Shift and arrows change spacing and row gap."
      onPointerDown={drag.onPointerDown}
      onPointerMove={drag.onPointerMove}
      onPointerUp={drag.onPointerUp}
      onPointerCancel={drag.onPointerCancel}
      onKeyDown={beadKeys(laid, chosenPlant, units, drag.cancel)}
      onDragOver={(event) => event.preventDefault()}
      onDrop={onDrop}
    />
  );
}
