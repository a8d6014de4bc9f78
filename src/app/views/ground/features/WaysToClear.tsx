import { Radio } from 'antd';
import { clearingSource, schoolName, waysToClear } from '../../../../core/ground/ways-to-clear.ts';
import { setFeature } from '../../../../core/holding/ground-commands.ts';
import type { FeatureOf } from '../../../../core/holding/ground-schema.ts';
import { run } from '../../../store/session.ts';

const seasonWords = (seasons: number): string =>
  seasons === 0 ? 'no season lost' : seasons === 1 ? '1 season before planting' : `${seasons} seasons before planting`;

/** The schools of clearing what grows there, side by side: why, when each wins, what to mind. */
export function WaysToClear({ cover }: { cover: FeatureOf<'cover'> }) {
  return (
    <fieldset className="ways">
      <legend>How it is cleared</legend>
      <Radio.Group
        value={cover.clearing}
        onChange={({ target }) => run(setFeature(cover.id, { clearing: target.value as string }, 'way of clearing'))}
      >
        {waysToClear(cover.grows).map(({ way, seasons, why, wins, caution }) => (
          <Radio key={way} value={way}>
            <strong>{schoolName(way)}</strong> <span className="soft">{seasonWords(seasons)}</span>
            <small>
              {why} Wins: {wins} <em>{caution}</em>
            </small>
          </Radio>
        ))}
      </Radio.Group>
      <p className="soft fine">Source: {clearingSource}.</p>
    </fieldset>
  );
}
