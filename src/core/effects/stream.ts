import { z } from 'zod';
import { sunPosition } from '../sun/sun.ts';
import streamData from './stream.json' with { type: 'json' };

const facts = z
  .object({
    source: z.string().min(1),
    /** What a strip of unmown woody cover does, by its width from the bank top, metres. */
    serves: z.array(z.object({ key: z.string(), label: z.string(), partly: z.number(), served: z.number() })),
    sediment: z.object({ half: z.number(), most: z.number(), rate: z.number() }),
    /** Two fits through widths, metres, and per cent kept out, straight in the logarithm of the width. */
    nitrogen: z.array(z.array(z.tuple([z.number(), z.number()])).length(3)).length(2),
  })
  .parse(streamData);

export type Served = 'not' | 'partly' | 'served';
export const streamSource = facts.source;

/** What a strip of `width` metres does for the water: `riparian.functions`. */
export const stripServes = (width: number): { key: string; label: string; served: Served; full: number }[] =>
  facts.serves.map(({ key, label, partly, served }) => ({
    key,
    label,
    full: served,
    served: width >= served ? 'served' : width >= partly ? 'partly' : 'not',
  }));

/** Soil kept out of the water, per cent, low and high of two fits: `riparian.sedimentBand`. Sheet flow only. */
export function soilKept(width: number): [number, number] {
  const { half, most, rate } = facts.sediment;
  const fits = [(100 * width) / (width + half), most * (1 - Math.exp(-rate * width))];
  return [Math.min(...fits), Math.max(...fits)];
}

/** Nitrogen kept out of the water, per cent, low and high of two fits: `riparian.nitrogenBand`. */
export function nitrogenKept(width: number): [number, number] {
  const kept = facts.nitrogen.map((points) => {
    if (width <= 0) return 0;
    const k = width < points[1]![0] ? 0 : 1;
    const [[w0, p0], [w1, p1]] = [points[k]!, points[k + 1]!];
    const share = Math.log(width / w0) / Math.log(w1 / w0);
    return Math.min(100, Math.max(0, p0 + share * (p1 - p0)));
  });
  return [Math.min(...kept), Math.max(...kept)];
}

/** A wall of leaves along a bank: height above the water, distance from its edge, share of the sun that passes. Metres. */
export interface BankCover {
  readonly height: number;
  readonly away: number;
  readonly passes: number;
}

export interface Banks {
  /** Looking downstream; null where nothing grows. */
  readonly left: BankCover | null;
  readonly right: BankCover | null;
}

/** Share of a stream in shade under one sun, 0 to 1: `riparian.streamShade`. Bearing downstream in degrees, width in metres. */
export function shadeOnStream(
  { azimuth, elevation }: { readonly azimuth: number; readonly elevation: number },
  bearing: number,
  width: number,
  { left, right }: Banks,
): number {
  if (elevation <= 0) return 1;
  const across = Math.sin(((azimuth - bearing) * Math.PI) / 180);
  const bank = across > 0 ? right : across < 0 ? left : null;
  if (!bank) return 0;
  const reach = (bank.height / Math.tan((elevation * Math.PI) / 180)) * Math.abs(across) - bank.away;
  return Math.min(1, Math.max(0, reach / width)) * (1 - bank.passes);
}

/** Per cent of a day's sun that is held off a stream: `riparian.dayShade`, steps of 15 minutes by day of the year. */
export function dayShade(latitude: number, day: number, bearing: number, width: number, banks: Banks): number {
  let [sun, shaded] = [0, 0];
  for (let minutes = 7.5; minutes < 1440; minutes += 15) {
    const { azimuth, geometric } = sunPosition(new Date(Date.UTC(2025, 0, day) + minutes * 60_000), {
      latitude,
      longitude: 0,
    });
    if (geometric <= 0) continue;
    const strength = Math.sin((geometric * Math.PI) / 180);
    sun += strength;
    shaded += strength * shadeOnStream({ azimuth, elevation: geometric }, bearing, width, banks);
  }
  return sun > 0 ? (100 * shaded) / sun : 0;
}
