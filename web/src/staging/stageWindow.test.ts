import { STAGES } from '@sendero/core';
import { describe, expect, it } from 'vitest';
import { numbersAround } from '../stand/numbersAround.ts';
import { stageWindow } from './stageWindow.ts';

describe('keys', () => {
  it('stages stand around the one that is common, and stay within those of the crop', () => {
    expect(stageWindow('corn', 'V3', 0)).toEqual(['V1', 'V2', 'V3', 'V4']);
    expect(stageWindow('corn', null, -9)).toEqual(['VE', 'V1', 'V2', 'V3']);
    expect(stageWindow('soybean', 'R8', 9)).toEqual(STAGES.soybean.slice(-4));
    expect(stageWindow('wheat', null, 0)).toEqual(['11', '12', '13', '14']);
  });

  it('numbers of plants hold what is expected, with more room below it than above', () => {
    const keys = numbersAround(29);
    expect(keys).toHaveLength(30);
    expect(keys).toContain(29);
    expect([keys[0], keys.at(-1)]).toEqual([7, 36]);
    expect(numbersAround(3)[0]).toBe(0);
  });
});
