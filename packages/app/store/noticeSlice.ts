import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** A line at the foot of the screen. */
export interface Notice {
  readonly kind: 'done' | 'problem';
  readonly text: string;
  /** A study whose deletion the notice offers to undo. */
  readonly restores?: string;
}

const slice = createSlice({
  name: 'notice',
  initialState: null as Notice | null,
  reducers: {
    noticed: (_, { payload }: PayloadAction<Notice>) => payload,
    dismissed: () => null,
  },
});

export const { noticed, dismissed } = slice.actions;
export const noticeReducer = slice.reducer;
