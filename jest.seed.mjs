/** The seed of made-up examples: given in WOLD_SEED, or one of this run's own, which it tells. */
export default function chooseSeed() {
  process.env.WOLD_SEED ??= String(Math.floor(Math.random() * 2 ** 31));
  console.log(`\nMade-up examples by seed ${process.env.WOLD_SEED} (WOLD_SEED=… brings them back)`);
}
