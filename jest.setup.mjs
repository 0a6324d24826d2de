import fc from 'fast-check';

// A submission is held against the same made-up examples each time; runs by hand try others.
if (process.env.CI) fc.configureGlobal({ seed: 1847 });
