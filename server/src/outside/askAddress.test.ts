import { describe, expect, it } from 'vitest';
import { askAddress } from './askAddress.ts';

describe('a server for many is not led to its neighbours', () => {
  it.each([
    'http://127.0.0.1:9/',
    'http://10.0.0.1/',
    'http://169.254.169.254/latest',
    'http://[::1]/',
    'http://[::ffff:10.0.0.1]/',
    'http://[fec0::1]/',
    'http://[::7f00:1]/',
    'http://localhost/',
  ])('%s', (address) =>
    expect(askAddress(address, { local: false, seconds: 2, accept: '*/*' })).rejects.toThrow(
      /closed network/,
    ),
  );
});
