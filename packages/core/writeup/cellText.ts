/** A number in a file in the digits that give it back; nothing for what is none. */
export const cellText = (value: number | null | undefined): string =>
  typeof value === 'number' && Number.isFinite(value) ? String(value) : '';
