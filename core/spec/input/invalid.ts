export interface InputError {
  readonly path: string;
  readonly message: string;
  /** The column that is not there, by its sheet and key, where that is what is wrong. */
  readonly lacks?: { readonly sheet: string; readonly column: string };
}

/** Input that is not what it should be; each error names its place by a JSON path such as `layers.0.shape`. */
export class InvalidInput extends Error {
  override readonly name = 'InvalidInput';
  constructor(readonly errors: readonly InputError[]) {
    super(errors.map((error) => `${error.path}: ${error.message}`).join('; '));
  }
}

/** What is wrong, in sentences for whoever sees no paths. */
export const inSentences = (errors: readonly InputError[]): string =>
  errors.map(({ message }) => `${message.charAt(0).toUpperCase()}${message.slice(1).replace(/\.$/, '')}.`).join(' ');
