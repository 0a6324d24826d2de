import { parentPort } from 'node:worker_threads';
import { lendHand } from '@wold/kernels/team';

parentPort?.on('message', lendHand);
