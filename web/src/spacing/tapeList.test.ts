import { expect, it } from 'vitest';
import { tapeList } from './tapeList.ts';

it.each([
  ['3', ['3']],
  ['13 1/2', ['13 1/2']],
  ['3\n9 1/2\r\n16', ['3', '9 1/2', '16']],
  ['3\t9.5\t16\n', ['3', '9.5', '16']],
  ['34,5; 41,0', ['34,5', '41,0']],
  ['3, 9.5, 16', ['3', '9.5', '16']],
  ['3 9.5 16', ['3', '9.5', '16']],
  ['1 ft 2 in', ['1 ft 2 in']],
  ['', []],
])('positions in %j', (text, positions) => expect(tapeList(text)).toEqual(positions));
