import { gpx, kml } from '@tmcw/togeojson';
import { DOMParser, onErrorStopParsing } from '@xmldom/xmldom';
import { Unreadable } from '../problems.ts';
import { fromFeatures, type RawShapes } from './raw.ts';

/** Elements that may stand within one another: the converter goes down them one call each. */
const DEEPEST = 200;
/** Letters of the longest tag, its attributes in it. */
const LONGEST_TAG = 20_000;

/** KML or GPX, whichever the text is. */
export function readXml(text: string, name: string): RawShapes {
  // An entity can make a small file enormous; no map program writes one.
  if (/<!(DOCTYPE|ENTITY)/i.test(text))
    throw new Unreadable(`${name} declares XML entities, which are not read. Export it again as plain KML or GPX.`);
  const format = /<gpx[\s>]/i.test(text) ? 'GPX' : 'KML';
  let depth = 0;
  for (const [tag] of text.matchAll(/<\/?[a-z][^<>]*>/gi)) {
    // The parser compares each attribute with all before it.
    if (tag.length > LONGEST_TAG)
      throw new Unreadable(
        `${name} holds a tag of ${tag.length} letters, which no map program writes. Export it again.`,
      );
    depth += tag.startsWith('</') ? -1 : tag.endsWith('/>') ? 0 : 1;
    if (depth > DEEPEST)
      throw new Unreadable(`${name} is nested more than ${DEEPEST} deep, which no map is. Export it again.`);
  }
  try {
    const document = new DOMParser({ onError: onErrorStopParsing }).parseFromString(
      text,
      'text/xml',
    ) as unknown as Parameters<typeof kml>[0];
    const { features } = format === 'GPX' ? gpx(document) : kml(document);
    return { format, ...fromFeatures(features, name), declared: null, degrees: true };
  } catch (problem) {
    if (problem instanceof Unreadable) throw problem;
    throw new Unreadable(`${name} is not whole ${format}: it ends early or is damaged. Export it again.`);
  }
}
