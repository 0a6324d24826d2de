import { createSlice } from '@reduxjs/toolkit';
import { opened } from './studySlice';

/** How far the changes of the open study are kept. */
interface KeepState {
  /** Writes that are under way. */
  readonly underWay: number;
  /** Whether the last one failed: what was decided holds in this tab only. */
  readonly failed: boolean;
}

const slice = createSlice({
  name: 'keep',
  initialState: { underWay: 0, failed: false } as KeepState,
  reducers: {
    keepBegan: state => {
      state.underWay++;
    },
    kept: state => {
      state.underWay--;
      state.failed = false;
    },
    notKept: state => {
      state.underWay--;
      state.failed = true;
    },
  },
  extraReducers: builder => {
    // Another study, or this one as it is kept.
    builder.addCase(opened, state => {
      state.failed = false;
    });
  },
});

export const { keepBegan, kept, notKept } = slice.actions;
export const keepReducer = slice.reducer;
