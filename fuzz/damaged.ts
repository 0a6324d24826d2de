import { seededRandom } from '@wold/core/algebra/random';
import { corpus, type Seed } from './corpus';
import { mutated } from './mutate';

/** The damaged file of a number: the same for the same seed, whatever was made before. */
export function damagedFiles(seeds: readonly Seed[], seed: number): (index: number) => Seed {
  return index => {
    const random = seededRandom(seed * 1_000_003 + index);
    const { name, bytes } = seeds[index % seeds.length]!;
    return { name, bytes: mutated(bytes, random) };
  };
}

/** As above, of the whole corpus. */
export const damagedCorpus = async (seed: number) => damagedFiles(await corpus(), seed);
