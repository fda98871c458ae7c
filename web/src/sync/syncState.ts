import type { SyncState } from '../data/store.ts';

export interface StatusWords {
  state: 'keeping' | 'problem' | 'refused' | 'waiting' | 'sent';
  short: string;
  long: string;
}

const changes = (n: number) => (n === 1 ? '1 change' : `${n} changes`);

/** The truth about where this device's work is, in words. */
export function statusWords({
  keeping,
  unsent,
  refused,
  contact,
  diskProblem,
  sending,
}: SyncState): StatusWords {
  if (diskProblem)
    return {
      state: 'problem',
      short: 'Not kept!',
      long: `This device could not keep the last entry (${diskProblem}). Free some space and enter it again.`,
    };
  if (refused.length > 0)
    return {
      state: 'refused',
      short: `${refused.length} refused`,
      long: `The server refused ${changes(refused.length)}: open to see why and correct it.`,
    };
  if (keeping > 0) return { state: 'keeping', short: 'Keeping …', long: 'Writing to this device.' };
  if (unsent > 0) {
    const why = sending
      ? 'Being sent now.'
      : contact === 'offline'
        ? 'No connection: it will be sent by itself when there is one.'
        : 'It will be sent in a moment.';
    return {
      state: 'waiting',
      short: `Kept here, ${unsent} to send`,
      long: `${changes(unsent)} kept on this device. ${why}`,
    };
  }
  if (contact === 'offline')
    return {
      state: 'sent',
      short: 'All sent, no signal',
      long: 'Everything was sent; there is no connection now. Go on working.',
    };
  return {
    state: 'sent',
    short: 'All sent',
    long: 'Everything on this device is with the server.',
  };
}
