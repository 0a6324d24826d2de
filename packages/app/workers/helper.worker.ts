import { lendHand, type Duty } from '@wold/kernels/team';

/** Lends another worker's hot loops a hand, for as long as each of them takes. */
addEventListener('message', ({ data }: MessageEvent<Duty>) => lendHand(data));
