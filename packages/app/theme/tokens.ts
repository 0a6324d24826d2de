/** Colours by the part they play, for paper and for dusk. */
export interface Tokens {
  readonly chalk: string;
  readonly paper: string;
  readonly rule: string;
  readonly ink: string;
  readonly inkSoft: string;
  readonly sward: string;
  readonly swardWash: string;
  readonly gorse: string;
  readonly gorseWash: string;
  readonly poppy: string;
  readonly harebell: string;
  /** The two ends of the diverging scale, over paper. */
  readonly positive: string;
  readonly negative: string;
}

export const light: Tokens = {
  chalk: '#FAF9F5',
  paper: '#FFFFFF',
  rule: '#E2DFD5',
  ink: '#20302F',
  inkSoft: '#5C6B69',
  sward: '#1F6B57',
  swardWash: '#EDF2EF',
  gorse: '#C98A00',
  gorseWash: '#FBEFD5',
  poppy: '#B23A2E',
  harebell: '#5566B5',
  positive: '#8FB8AA',
  negative: '#DDB07A',
};

export const dusk: Tokens = {
  chalk: '#161D1C',
  paper: '#1C2524',
  rule: '#35403E',
  ink: '#E8EAE4',
  inkSoft: '#A3B0AD',
  sward: '#6FC3A6',
  swardWash: '#233430',
  gorse: '#E3A93B',
  gorseWash: '#3A301B',
  poppy: '#EE8A7D',
  harebell: '#9AA8EC',
  positive: '#3F7C6B',
  negative: '#8C6430',
};

export type Mode = 'light' | 'dusk';

export const tokensOf = (mode: Mode): Tokens => (mode === 'light' ? light : dusk);
