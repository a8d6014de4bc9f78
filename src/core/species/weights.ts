import { z } from 'zod';
import weightData from './weights.json' with { type: 'json' };

const group = <K extends string>(...names: K[]) => z.record(z.enum(names), z.number());

/** By how much one reason counts over another when kinds are ranked: for a place, for a role of a pattern, for a spot. */
export const weights = z
  .object({
    source: z.string().min(1),
    /** How a kind belongs to the region: natives first, then kinds of the neighbourhood. */
    place: group('native', 'neighbour', 'unknown', 'introduced', 'pest', 'far', 'dryHome', 'dryHomeAbroad', 'felled'),
    /** How it fills a role; `demand` for each class of water demand above low, where hedges stand near houses; `potted` for what is sold only in pots, in a close row. */
    role: group(
      'care',
      'preferred',
      'hedging',
      'wind',
      'suckers',
      'flammable',
      'insects',
      'harms',
      'thirsty',
      'demand',
      'standIn',
      'potted',
      'named',
      'sameGenus',
    ),
    /** How it suits one place in one row; `notAsked` for fruit, herbs and climbers that nobody asked for. */
    spot: group('fault', 'care', 'inFavour', 'thrives', 'use', 'harms', 'flammable', 'notAsked'),
  })
  .parse(weightData);
