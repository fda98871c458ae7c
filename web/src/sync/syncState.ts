import type { Contact, SyncState } from '../data/store.ts';

export interface StatusWords {
  state: 'keeping' | 'problem' | 'refused' | 'waiting' | 'sent';
  short: string;
  long: string;
}

const changes = (n: number) => (n === 1 ? '1 change' : `${n} changes`);

/** Why nothing goes out now, and what becomes of what waits. */
const WHY: Record<Exclude<Contact, 'unknown' | 'online'>, { here: string; then: string }> = {
  noNetwork: {
    here: 'There is no connection now',
    then: 'No connection: it will be sent by itself when there is one.',
  },
  noAnswer: {
    here: 'The server does not answer now',
    then: 'The server does not answer, the signal may be weak: it is tried again by itself.',
  },
  unwell: {
    here: 'The server is not well now',
    then: 'The server was reached but is not well: it will be sent by itself when it is.',
  },
  signedOut: {
    here: 'This device is not signed in',
    then: 'This device is not signed in: choose who works here, then it is sent. Nothing is lost.',
  },
};

/** The truth about where this device's work is, in words. */
export function statusWords({
  ready,
  cannotOpen,
  keeping,
  unsent,
  refused,
  refusedPhotos,
  contact,
  diskProblem,
  sending,
}: SyncState): StatusWords {
  const turnedAway = refused.length + refusedPhotos.length;
  const cut = contact === 'unknown' || contact === 'online' ? null : WHY[contact];
  if (cannotOpen)
    return {
      state: 'problem',
      short: 'Cannot open!',
      long: 'This device cannot open what it keeps of Sendero.',
    };
  // Nothing is known before what waits was read.
  if (!ready) return { state: 'keeping', short: 'Opening …', long: 'Reading this device.' };
  if (diskProblem)
    return {
      state: 'problem',
      short: 'Not kept!',
      long: `This device could not keep the last entry (${diskProblem}). Free some space and enter it again.`,
    };
  if (turnedAway > 0)
    return {
      state: 'refused',
      short: `${turnedAway} refused`,
      long: `The server refused ${changes(turnedAway)}: open to see why and put it right. Everything else goes on.`,
    };
  if (keeping > 0) return { state: 'keeping', short: 'Keeping …', long: 'Writing to this device.' };
  if (unsent > 0) {
    const why = sending ? 'Being sent now.' : (cut?.then ?? 'It will be sent in a moment.');
    return {
      state: 'waiting',
      short: `Kept here, ${unsent} to send`,
      long: `${changes(unsent)} kept on this device. ${why}`,
    };
  }
  if (cut)
    return {
      state: 'sent',
      short: contact === 'noNetwork' ? 'All sent, no signal' : 'All sent, server away',
      long: `Everything was sent. ${cut.here}. Go on working.`,
    };
  return {
    state: 'sent',
    short: 'All sent',
    long: 'Everything on this device is with the server.',
  };
}

/** How far this device's clock is off, in words; null while it is right. */
export function clockWords(offMs: number): string | null {
  if (offMs === 0) return null;
  const minutes = Math.round(Math.abs(offMs) / 60_000);
  const [amount, unit] =
    minutes < 120
      ? [minutes, 'minutes']
      : minutes < 48 * 60
        ? [Math.round(minutes / 60), 'hours']
        : [Math.round(minutes / 1440), 'days'];
  return `This device’s clock is ${amount.toLocaleString('en')} ${unit} ${offMs > 0 ? 'behind' : 'ahead'}. What you enter gets the right time all the same; set the clock when you can.`;
}
