import { describe, expect, it } from 'vitest';
import { sayPlace, typedPlace } from './typed-place.ts';

describe(typedPlace, () => {
  it.each([
    '52.1, -20.4',
    '52.1 -20.4',
    '(52.1; -20.4)',
    '52,1 -20,4',
    '52,1; −20,4',
    '52,1° N, 20,4° W',
    '52.1N 20.4W',
    'N 52.1, W 20.4',
    '20.4 W, 52.1 N',
    'lat: 52.1, long: -20.4',
    'Latitude 52.1 Longitude -20.4',
    '52.1 north 20.4 west',
    'geo:52.1,-20.4',
    '52°06′00″N 20°24′00″W',
    `52° 6' 0" N, 20° 24' 0" W`,
    '52 6 N 20 24 W',
    '52 6.0 -20 24.0',
    `52°6'0'' -20°24'0''`,
    '52:06:00N, 020:24:00W',
  ])('reads %s', (text) => {
    expect(typedPlace(text)).toEqual({ latitude: 52.1, longitude: -20.4 });
  });

  it('takes the sign of a half whose degrees are nought, and seconds as 3600ths', () => {
    expect(typedPlace(`0°30'36"S 0°0'36"E`)).toEqual({ latitude: -0.51, longitude: 0.01 });
    expect(typedPlace('-0 30, 179 59 24')).toEqual({ latitude: -0.5, longitude: 179.99 });
    expect(typedPlace('-41, 174')).toEqual({ latitude: -41, longitude: 174 });
  });

  it.each([
    ['', /latitude, longitude/],
    ['by the old oak', /latitude, longitude/],
    ['52.1', /not read as a place/],
    ['52 1 2', /not read/],
    ['52 61 N 20 1 W', /not read/],
    ['52.5 30 N 20 1 W', /not read/],
    ['-52.1 N, 20.4 W', /not read/],
    ['52.1 N', /not read/],
    ['52.1 N, 20.4 S', /Both numbers are latitudes/],
    ['120.4, 52.1', /beyond 85°.*Latitude comes first/],
    ['52.1, 200', /beyond 180°/],
    ['52.1x, 20.4', /not read/],
  ])('says what is wrong with %j', (text, sentence) => {
    expect(typedPlace(text)).toMatch(sentence);
  });

  it('is read back as itself', () => {
    for (const place of [
      { latitude: -41.2345, longitude: 174.5 },
      { latitude: 52.1, longitude: -0.0012 },
    ])
      expect(typedPlace(sayPlace(place))).toEqual(place);
  });
});
