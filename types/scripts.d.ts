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
declare module '*/scripts/hold/bad-files.mjs' {
  type Wanted = 'sheet' | 'refused' | 'either';
  export function badFiles(large: number): [name: string, wanted: Wanted, make: () => string | Uint8Array][];
}
declare module '*/scripts/hold/zip.mjs' {
  export function xlsx(inner: string): Uint8Array;
}
