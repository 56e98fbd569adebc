/**
 * The globals that core may use beyond the language itself. All of them exist in browsers, workers and Node.
 */
declare class TextDecoder {
  constructor(label?: string, options?: { fatal?: boolean });
  decode(input?: ArrayBufferView | ArrayBuffer, options?: { stream?: boolean }): string;
}
declare class TextEncoder {
  encode(input?: string): Uint8Array<ArrayBuffer>;
}
declare const crypto: {
  readonly subtle: { digest(algorithm: "SHA-256", data: ArrayBufferView<ArrayBuffer>): Promise<ArrayBuffer> };
};
