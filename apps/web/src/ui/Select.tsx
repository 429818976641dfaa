import type { ComponentProps } from 'react';

interface SelectProps extends ComponentProps<'select'> {
  /** As wide as what it stands in. */
  readonly wide?: boolean;
}

/** A choice among a few, in the browser's own list: on a phone that is the one a thumb knows. */
export function Select({ wide = false, className = '', ...rest }: SelectProps) {
  return (
    <select
      className={`rounded-sm border border-rule bg-ground px-1 py-0.5 max-sm:min-h-9 ${wide ? 'w-full' : ''} ${className}`}
      {...rest}
    />
  );
}
