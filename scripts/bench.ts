/** `npm run bench`: the work that must stay fast, as ratios, counts and growth; exits non-zero when one misses. */
import { drawing } from './bench/drawing.ts';
import { days } from './bench/days.ts';
import { edits, layouts } from './bench/edits.ts';
import { field, tags } from './bench/field.ts';
import { importOfMany } from './bench/files.ts';
import { firstLoad } from './bench/load.ts';
import { orders } from './bench/order.ts';
import { patternsOnGround } from './bench/patterns.ts';
import { plainWay } from './bench/plain-way.ts';
import { slowMachine } from './bench/slow-machine.ts';
import { stockInHand } from './bench/stock.ts';
import { sunMap } from './bench/sun.ts';
import { years } from './bench/years.ts';
import { tell } from './bench/tell.ts';

tell([
  ...layouts(),
  ...edits(),
  ...plainWay(),
  ...(await drawing()),
  ...sunMap(),
  ...years(),
  ...importOfMany(),
  ...stockInHand(),
  ...patternsOnGround(),
  ...orders(),
  ...days(),
  ...field(),
  ...(await tags()),
  ...firstLoad(),
  ...(await slowMachine()),
]);
