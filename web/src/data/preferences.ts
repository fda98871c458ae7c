import type { UnitSystem } from '@sendero/core';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

export interface Preferences {
  units: UnitSystem;
}

const PLACE = 'sendero-preferences';

const remembered = (): Preferences => {
  try {
    return { units: 'us', ...JSON.parse(localStorage.getItem(PLACE) ?? '{}') };
  } catch {
    return { units: 'us' };
  }
};

/** What this person likes on this device. */
export const preferencesSlice = createSlice({
  name: 'preferences',
  initialState: remembered,
  reducers: {
    unitsChosen(_, { payload }: PayloadAction<UnitSystem>) {
      return { units: payload };
    },
  },
});

export const { unitsChosen } = preferencesSlice.actions;

export const rememberPreferences = (preferences: Preferences) => {
  try {
    localStorage.setItem(PLACE, JSON.stringify(preferences));
  } catch {
    // Private windows may refuse: the choice then lasts for this visit.
  }
};
