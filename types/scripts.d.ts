/** The parts of the scripts that tests use. */
declare module '*/scripts/lib/app.mjs' {
  interface Served {
    readonly address: string;
    readonly child: import('node:child_process').ChildProcess;
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
