import fc from 'fast-check';

/**
 * Random examples are the same in every run, so that what fails was broken by the change that is tested; DIPLEX_SEED looks for
 * others (any whole number).
 */
fc.configureGlobal({ seed: Number(process.env.DIPLEX_SEED ?? 20_261_101) });
