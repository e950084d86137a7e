/** A paper as a file. */
export interface Print {
  readonly name: string;
  readonly text: Uint8Array<ArrayBuffer>;
}
