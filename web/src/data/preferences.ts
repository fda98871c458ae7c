import type { StopStep, UnitSystem } from '@sendero/core';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

export interface Preferences {
  units: UnitSystem;
  /** Window in which all plants should come up, h: schools differ. */
  uniformityH: number;
  /** Address of a position receiver; empty: this device itself. */
  receiver: string;
  /** What this person does at every stop, in this order; the other steps are there without being asked for. */
  stepOrder: StopStep[];
  /** Counts in the head, and taps the number. */
  countsInHead: boolean;
  /** How each entry is confirmed: people look at the row, not at the screen. */
  answer: Answer;
  /** The hand that holds the phone. */
  hand: 'right' | 'left';
  /** The background map that lies under the fields; null for none. */
  backgroundMap: string | null;
  /** Sections of long pages that are open on a phone, by their name. */
  openSections: string[];
}

export type Answer = 'none' | 'vibration' | 'sound';

const DEFAULTS: Preferences = {
  units: 'us',
  uniformityH: 24,
  receiver: '',
  stepOrder: ['count'],
  countsInHead: false,
  answer: 'vibration',
  hand: 'right',
  backgroundMap: null,
  openSections: [],
};

const PLACE = 'sendero-preferences';

const remembered = (): Preferences => {
  try {
    return { ...DEFAULTS, ...JSON.parse(localStorage.getItem(PLACE) ?? '{}') };
  } catch {
    return DEFAULTS;
  }
};

/** What this person likes on this device. */
export const preferencesSlice = createSlice({
  name: 'preferences',
  initialState: remembered,
  reducers: {
    unitsChosen(state, { payload }: PayloadAction<UnitSystem>) {
      state.units = payload;
    },
    uniformityChosen(state, { payload }: PayloadAction<number>) {
      state.uniformityH = payload;
    },
    receiverChosen(state, { payload }: PayloadAction<string>) {
      state.receiver = payload;
    },
    stepOrderChosen(state, { payload }: PayloadAction<StopStep[]>) {
      state.stepOrder = payload;
    },
    countsInHeadChosen(state, { payload }: PayloadAction<boolean>) {
      state.countsInHead = payload;
    },
    answerChosen(state, { payload }: PayloadAction<Answer>) {
      state.answer = payload;
    },
    handChosen(state, { payload }: PayloadAction<Preferences['hand']>) {
      state.hand = payload;
    },
    backgroundMapChosen(state, { payload }: PayloadAction<string | null>) {
      state.backgroundMap = payload;
    },
    sectionOpened(
      state,
      { payload: { label, open } }: PayloadAction<{ label: string; open: boolean }>,
    ) {
      state.openSections = state.openSections.filter((one) => one !== label);
      if (open) state.openSections.push(label);
    },
  },
});

export const {
  unitsChosen,
  uniformityChosen,
  receiverChosen,
  stepOrderChosen,
  countsInHeadChosen,
  answerChosen,
  handChosen,
  backgroundMapChosen,
  sectionOpened,
} = preferencesSlice.actions;

export const rememberPreferences = (preferences: Preferences) => {
  try {
    localStorage.setItem(PLACE, JSON.stringify(preferences));
  } catch {
    // Private windows may refuse: the choice then lasts for this visit.
  }
};
