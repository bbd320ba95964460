/* Globals that every platform of the core has, and nothing more: no DOM, no Node. */
declare class TextDecoder {
  readonly encoding: string
  constructor(label: string, options?: { fatal?: boolean; ignoreBOM?: boolean })
  decode(bytes: Uint8Array): string
}
declare const atob: (base64: string) => string
declare const btoa: (bytes: string) => string
declare class TextEncoder {
  encode(text: string): Uint8Array<ArrayBuffer>
}
