/** Colours of levels on paper, in their order. */
export const LABEL_COLOURS: readonly string[] =
  '#5863B7 #D98B09 #861309 #74B1BB #623754 #7B7358 #BB9587 #9984ED #33807B #4A3191'.split(' ');
