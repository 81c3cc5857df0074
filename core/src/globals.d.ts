/** What browsers and Node share beyond ECMAScript, and core may use. */
declare class TextEncoder {
  encode(text: string): Uint8Array<ArrayBuffer>;
}
declare class TextDecoder {
  constructor(encoding?: 'utf-8', options?: { fatal?: boolean });
  decode(bytes: Uint8Array): string;
}
