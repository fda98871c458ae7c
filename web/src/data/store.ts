import { configureStore, createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import type { LocalPhoto, LocalSession, OutboxEntry } from './localDatabase.ts';
import { serverApi } from './serverApi.ts';
import { preferencesSlice } from './preferences.ts';
import { recordsEdited, recordsReducer } from './records.ts';
import type { Road, Trouble } from './road.ts';

export interface RefusedEntry {
  order: number;
  touches: string[];
  problems: Record<string, string>;
}

/** How the last talk with the server went. */
export type Contact =
  'unknown' | 'online' | Exclude<Trouble, 'tooBig' | 'refused' | 'otherHistory' | 'otherWorkspace'>;

/** Why this device's records cannot be opened. */
export type CannotOpen = 'newerApp' | 'noAnswer' | 'broken' | 'notAllowed';

/** Another workspace that this device has worked in, and what of it was not sent. */
export interface OtherWorkspace {
  id: string;
  name: string;
  unsent: number;
}

export interface SyncState {
  /** Opened: this device's records are loaded. */
  ready: boolean;
  /** What this device holds could not be opened: nothing is known of it then. */
  cannotOpen: CannotOpen | null;
  elsewhere: OtherWorkspace[];
  /** A server that was restored from a backup was met: when, and how many records it was sent back. */
  restored: { at: string; sentBack: number } | null;
  /** Another tab holds an older version of the app open, or a newer one has taken over. */
  tabs: 'fine' | 'blocked' | 'outdated';
  session: LocalSession | null;
  /** The season on the screen. */
  season: number | null;
  /** Walks whose stops and observations are read from the disk: they are, when a screen needs them. */
  walksRead: Record<string, true>;
  /** The local day here. */
  today: string;
  /** Writes not yet on this device's disk. */
  keeping: number;
  /** Changes kept here and not answered by the server, photos among them. */
  unsent: number;
  unsentPhotos: number;
  refused: RefusedEntry[];
  /** Photos the server will not take. */
  refusedPhotos: { id: string; problem: string }[];
  contact: Contact;
  sending: boolean;
  lastSentAt: string | null;
  /** A write to this device failed. */
  diskProblem: string | null;
  /** How far this device's clock is off, ms; positive: it is behind. */
  clockOffMs: number;
  storage: { usedBytes: number; quotaBytes: number; lasting: boolean } | null;
}

const syncSlice = createSlice({
  name: 'sync',
  initialState: {
    ready: false,
    cannotOpen: null,
    elsewhere: [],
    restored: null,
    tabs: 'fine',
    session: null,
    season: null,
    walksRead: {},
    today: '',
    keeping: 0,
    unsent: 0,
    unsentPhotos: 0,
    refused: [],
    refusedPhotos: [],
    contact: 'unknown',
    sending: false,
    lastSentAt: null,
    diskProblem: null,
    clockOffMs: 0,
    storage: null,
  } as SyncState,
  reducers: {
    /** Facts of the device, as they are learnt. */
    learnt: (
      state,
      {
        payload,
      }: PayloadAction<
        Partial<
          Pick<
            SyncState,
            | 'ready'
            | 'tabs'
            | 'cannotOpen'
            | 'elsewhere'
            | 'restored'
            | 'session'
            | 'season'
            | 'today'
            | 'contact'
            | 'sending'
            | 'lastSentAt'
            | 'clockOffMs'
            | 'storage'
          >
        >
      >,
    ) => void Object.assign(state, payload),
    walkRead: (state, { payload }: PayloadAction<string>) => {
      state.walksRead[payload] = true;
    },
    walksLeft: (state) => {
      state.walksRead = {};
    },
    /** An edit is on disk, with so many entries waiting, or could not be written. */
    kept: (
      state,
      { payload }: PayloadAction<{ problem: string | null; waiting: number | null }>,
    ) => {
      state.keeping -= 1;
      state.diskProblem = payload.problem;
      if (payload.waiting !== null) state.unsent = payload.waiting + state.unsentPhotos;
    },
    outboxSeen: (
      state,
      { payload }: PayloadAction<{ entries: OutboxEntry[]; photos: LocalPhoto[] }>,
    ) => {
      state.unsentPhotos = payload.photos.filter(({ sent }) => sent === 0).length;
      state.unsent = payload.entries.filter(({ refused }) => !refused).length + state.unsentPhotos;
      state.refused = payload.entries.flatMap(({ order, touches, refused }) =>
        refused ? [{ order: order!, touches, problems: refused }] : [],
      );
      state.refusedPhotos = payload.photos.flatMap(({ id, sent, problem }) =>
        sent === 2 ? [{ id, problem: problem ?? '' }] : [],
      );
    },
  },
  extraReducers: (builder) =>
    builder.addCase(recordsEdited, (state, { payload: { walksMade } }) => {
      state.keeping += 1;
      for (const id of walksMade) state.walksRead[id] = true;
    }),
});

export { recordsEdited, recordsSeen, recordsGone } from './records.ts';
export const { learnt, walkRead, walksLeft, kept, outboxSeen } = syncSlice.actions;

/** Only its own actions reach it: it would look at every tap. */
const serverReducer: typeof serverApi.reducer = (state, action) =>
  state === undefined || /^(server|__rtkq)\//.test(action.type)
    ? serverApi.reducer(state, action)
    : state;

/** @param road the way to the server, for what is not kept on the device */
export const makeStore = (road: () => Road) =>
  configureStore({
    reducer: {
      records: recordsReducer,
      sync: syncSlice.reducer,
      preferences: preferencesSlice.reducer,
      [serverApi.reducerPath]: serverReducer,
    },
    middleware: (defaults) =>
      defaults({
        immutableCheck: false,
        serializableCheck: false,
        thunk: { extraArgument: { road } },
      }).concat(serverApi.middleware),
    devTools: false,
  });

export type AppStore = ReturnType<typeof makeStore>;
export type RootState = ReturnType<AppStore['getState']>;
export const useAppSelector = useSelector.withTypes<RootState>();
export const useAppDispatch = useDispatch.withTypes<AppStore['dispatch']>();
