import { makeDocument } from './dom';
import type { PictureJob } from './job';

export type FromDrawer = { readonly file: Uint8Array } | { readonly failed: string };

/** The other side of `beside.ts`: draws one picture after another. The document is there before what draws looks for it. */
const page = makeDocument();
const drawing = import('./draw-job');

const say = (message: FromDrawer) => process.send?.(message);

process.on('message', (job: PictureJob) => {
  void drawing
    .then(({ drawJob }) => drawJob(page, job))
    .then(
      (file) => say({ file }),
      (error: unknown) => say({ failed: String((error as Error)?.stack ?? error) }),
    );
});
// Whoever asked for pictures is gone.
process.on('disconnect', () => process.exit(0));
