// Standard on every host that core runs on, but outside the ECMAScript library: declared here, narrowly, so that
// core needs neither the DOM's types nor Node's.
declare class TextDecoder {
  constructor(label?: string, options?: { fatal?: boolean; ignoreBOM?: boolean });
  decode(input?: ArrayBufferView | ArrayBuffer, options?: { stream?: boolean }): string;
}
declare class TextEncoder {
  encode(input?: string): Uint8Array<ArrayBuffer>;
}
declare function structuredClone<T>(value: T): T;
