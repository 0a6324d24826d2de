import { parentPort, workerData } from 'node:worker_threads';
import { damagedCorpus } from './damaged';
import { wholePath } from './wholePath';

// Makes and tries the files whose numbers it is sent, one at a time.
const damaged = await damagedCorpus((workerData as { seed: number }).seed);
parentPort!.on('message', (index: number) => {
  const { name, bytes } = damaged(index);
  void wholePath(bytes, name).then(verdict => parentPort!.postMessage({ index, verdict, name }));
});
parentPort!.postMessage(null);
