declare module 'bidi-js' {
  interface Bidi {
    /** The embedding level of each UTF-16 unit, by the Unicode Bidirectional Algorithm; odd ones go from right to left. */
    readonly getEmbeddingLevels: (text: string, direction?: 'ltr' | 'rtl' | 'auto') => { readonly levels: Uint8Array };
    readonly getMirroredCharacter: (character: string) => string | null;
  }
  export default function bidiFactory(): Bidi;
}
