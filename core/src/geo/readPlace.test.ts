import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readPlace } from './readPlace.ts';

describe('a place that is typed or pasted', () => {
  it.each([
    ['44.6012, -138.6034'],
    ['44.6012 -138.6034'],
    ['44.6012,-138.6034'],
    ['(44.6012, −138.6034)'],
    ['44,6012; -138,6034'],
    ['44,6012 -138,6034'],
    ['44.6012° N, 138.6034° W'],
    ['138.6034W 44.6012N'],
    ['-138.6034, 44.6012'],
    ['N 44 36.072 W 138 36.204'],
    ['44°36\'4.32"N 138°36\'12.24"W'],
    ['44° 36′ 4.32″, -138° 36′ 12.24″'],
    ['geo:44.6012,-138.6034'],
    ['https://map.example/place/@44.6012,-138.6034,15z'],
    ['https://map.example/?q=44.6012%2C-138.6034'],
  ])('%s', (text) => {
    const [longitude, latitude] = readPlace(text)!;
    expect(longitude).toBeCloseTo(-138.6034, 4);
    expect(latitude).toBeCloseTo(44.6012, 4);
  });

  it('in the south-east keeps its signs', () =>
    expect(readPlace('-34.5, 150.1')).toEqual([150.1, -34.5]));

  it.each([
    ['', 'nothing'],
    ['hello', 'a word'],
    ['Long Forty', 'a name'],
    ['44.6', 'one figure'],
    ['95, 200', 'beyond the globe'],
    ['44 75 10 N 138 36 12 W', 'minutes over 59'],
    ['44.5 30 N 138.5 30 W', 'decimals before minutes'],
    ['44.6N 43.2N', 'two latitudes'],
    ['44.6, -138.6, 12', 'three figures'],
    ['https://map.example/fields', 'an address without a place'],
  ])('%s is none: %s', (text) => expect(readPlace(text)).toBeNull());

  it('is read as it was written, anywhere on the globe', () =>
    fc.assert(
      fc.property(
        fc.double({ min: -180, max: 180, noNaN: true }),
        fc.double({ min: -90, max: 90, noNaN: true }),
        (longitude, latitude) => {
          const read = readPlace(`${latitude.toFixed(6)}, ${longitude.toFixed(6)}`)!;
          expect(read[0]).toBeCloseTo(longitude, 5);
          expect(read[1]).toBeCloseTo(latitude, 5);
        },
      ),
    ));
});
