interface Place {
  readonly line: number;
  readonly column: number;
}

/** A change as Stryker reports it: lines and columns from 1, the end left out. */
export interface Change {
  readonly location: { readonly start: Place; readonly end: Place };
  readonly replacement: string;
}

export function withChange(source: string, change: Change): string;
