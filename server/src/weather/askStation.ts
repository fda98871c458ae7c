import { askAddress } from '../outside/askAddress.ts';

/** The text that a weather station sends. @throws AddressProblem when there is none */
export const askStation = async (
  address: string,
  options: { local: boolean; seconds?: number },
): Promise<string> =>
  (await askAddress(address, { ...options, accept: 'text/csv, text/plain' })).toString('utf8');
