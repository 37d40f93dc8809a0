/** The parts of the scripts that tests use. */
declare module '*/scripts/lib/app.mjs' {
  import type { ChildProcess } from 'node:child_process';

  interface Served {
    readonly address: string;
    readonly child: ChildProcess;
    readonly ended: Promise<number | null>;
    stop(): Promise<void>;
  }
  export function migrate(url: string): Promise<void>;
  export function serve(
    port: number,
    env: Record<string, string>,
    options?: { dev?: boolean; quiet?: boolean },
  ): Promise<Served>;
}
declare module '*/scripts/lib/postgres.mjs' {
  export function freePort(): Promise<number>;
}
