import { parentPort } from 'node:worker_threads';
import type { Answer, GrainQuery } from '@/core/grain';
import { tellable } from '../told-errors';
import { shapeNow, type Shaped, type ShapingJob } from './shaping-job';

export type ToThread =
  | { readonly job: ShapingJob; readonly known: ReadonlyMap<string, Answer> }
  | { readonly answer: number; readonly is?: Answer; readonly failed?: true };
export type FromThread =
  | { readonly ask: number; readonly query: GrainQuery }
  | { readonly done: Shaped }
  | { readonly failed: ReturnType<typeof tellable> };

/** The other side of `beside.ts`: shapes one chart after another, and asks the tables through the server. */
const waiting = new Map<number, { resolve: (answer: Answer) => void; reject: (error: Error) => void }>();
let asked = 0;

const say = (message: FromThread) => parentPort?.postMessage(message);

function ask(query: GrainQuery): Promise<Answer> {
  return new Promise((resolve, reject) => {
    waiting.set(++asked, { resolve, reject });
    say({ ask: asked, query });
  });
}

parentPort?.on('message', (message: ToThread) => {
  if ('job' in message) {
    waiting.clear();
    shapeNow(message.job, ask, message.known).then(
      (done) => say({ done }),
      (error: unknown) => say({ failed: tellable(error) }),
    );
    return;
  }
  const mine = waiting.get(message.answer);
  waiting.delete(message.answer);
  if (message.is) mine?.resolve(message.is);
  else mine?.reject(new Error('the question was not answered'));
});
