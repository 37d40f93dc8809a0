/** A file that cannot become a sheet. The message is a sentence for the person who dropped it: what is so and what to do. */
export class ReadingRefusal extends Error {
  override readonly name = 'ReadingRefusal';
  constructor(
    message: string,
    readonly path: string = 'file',
  ) {
    super(message);
  }
}
