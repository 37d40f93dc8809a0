import fc from 'fast-check';

/** Property tests try the same values every time, so that a green change stays green; `FC_SEED` tries others. */
fc.configureGlobal({ seed: Number(process.env.FC_SEED ?? 20261124) });
