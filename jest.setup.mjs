import fc from 'fast-check';

// Every run has examples of its own; the seed that a run prints brings them back.
fc.configureGlobal({ seed: Number(process.env.WOLD_SEED) });
