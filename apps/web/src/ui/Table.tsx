import type { ComponentProps } from 'react';

interface ThProps extends ComponentProps<'th'> {
  /** Set to the right, over numbers. */
  readonly end?: boolean;
}

/** The head of a column, or with `scope="row"` of a row. */
export function Th({ scope = 'col', end = false, className = '', ...rest }: ThProps) {
  return <th scope={scope} className={`font-medium ${end ? 'text-right' : ''} ${className}`} {...rest} />;
}
