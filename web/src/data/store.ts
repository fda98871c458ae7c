import { KIND_NAMES, type Kept, type Kind } from '@sendero/core';
import {
  configureStore,
  createEntityAdapter,
  createSlice,
  type EntityState,
  type PayloadAction,
} from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import type { LocalSession, OutboxEntry } from './localDatabase.ts';
import { planterLogsApi } from '../planter/planterLogsApi.ts';
import { preferencesSlice } from './preferences.ts';

const adapter = createEntityAdapter<Kept>();
type RecordsState = Record<Kind, EntityState<Kept, string>>;

/** What screens read: every record of the workspace as this device sees it. */
const recordsSlice = createSlice({
  name: 'records',
  initialState: () =>
    Object.fromEntries(KIND_NAMES.map((kind) => [kind, adapter.getInitialState()])) as RecordsState,
  reducers: {
    recordsSeen(state, { payload }: PayloadAction<Kept[]>) {
      for (const kind of KIND_NAMES) {
        const some = payload.filter((record) => record.kind === kind);
        if (some.length > 0) adapter.setMany(state[kind] as EntityState<Kept, string>, some);
      }
    },
    recordGone(state, { payload }: PayloadAction<{ kind: Kind; id: string }>) {
      adapter.removeOne(state[payload.kind] as EntityState<Kept, string>, payload.id);
    },
  },
});

export interface RefusedEntry {
  order: number;
  touches: string[];
  problems: Record<string, string>;
}

export interface SyncState {
  /** Opened: this device's records are loaded. */
  ready: boolean;
  session: LocalSession | null;
  /** Writes not yet on this device's disk. */
  keeping: number;
  /** Changes kept here and not answered by the server. */
  unsent: number;
  refused: RefusedEntry[];
  /** The last talk with the server. */
  contact: 'unknown' | 'online' | 'offline';
  sending: boolean;
  lastSentAt: string | null;
  /** A write to this device failed. */
  diskProblem: string | null;
}

const syncSlice = createSlice({
  name: 'sync',
  initialState: {
    ready: false,
    session: null,
    keeping: 0,
    unsent: 0,
    refused: [],
    contact: 'unknown',
    sending: false,
    lastSentAt: null,
    diskProblem: null,
  } as SyncState,
  reducers: {
    opened: (state, { payload }: PayloadAction<LocalSession | null>) => ({
      ...state,
      ready: true,
      session: payload,
    }),
    signedIn: (state, { payload }: PayloadAction<LocalSession>) => ({ ...state, session: payload }),
    keepingStarted: (state) => ({ ...state, keeping: state.keeping + 1 }),
    keepingEnded: (state, { payload }: PayloadAction<string | null>) => ({
      ...state,
      keeping: state.keeping - 1,
      diskProblem: payload,
    }),
    outboxSeen: (
      state,
      { payload }: PayloadAction<{ entries: OutboxEntry[]; photos: number }>,
    ) => ({
      ...state,
      unsent: payload.entries.filter(({ refused }) => !refused).length + payload.photos,
      refused: payload.entries.flatMap(({ order, touches, refused }) =>
        refused ? [{ order: order!, touches, problems: refused }] : [],
      ),
    }),
    /** After an edit only the number has changed: reading every entry would cost each tap. */
    outboxCounted: (state, { payload }: PayloadAction<number>) => ({ ...state, unsent: payload }),
    contactMade: (state, { payload }: PayloadAction<'online' | 'offline'>) => ({
      ...state,
      contact: payload,
    }),
    sendingChanged: (state, { payload }: PayloadAction<boolean>) => ({
      ...state,
      sending: payload,
    }),
    sentAt: (state, { payload }: PayloadAction<string>) => ({ ...state, lastSentAt: payload }),
  },
});

export const { recordsSeen, recordGone } = recordsSlice.actions;
export const {
  opened,
  signedIn,
  keepingStarted,
  keepingEnded,
  outboxSeen,
  outboxCounted,
  contactMade,
  sendingChanged,
  sentAt,
} = syncSlice.actions;

export const makeStore = () =>
  configureStore({
    reducer: {
      records: recordsSlice.reducer,
      sync: syncSlice.reducer,
      preferences: preferencesSlice.reducer,
      [planterLogsApi.reducerPath]: planterLogsApi.reducer,
    },
    middleware: (defaults) =>
      defaults({ immutableCheck: false, serializableCheck: false }).concat(
        planterLogsApi.middleware,
      ),
  });

export type AppStore = ReturnType<typeof makeStore>;
export type RootState = ReturnType<AppStore['getState']>;
export const useAppSelector = useSelector.withTypes<RootState>();
export const useAppDispatch = useDispatch.withTypes<AppStore['dispatch']>();
