import type { ComponentProps } from 'react';
import { Link } from 'react-router';

const LOOK = 'text-accent underline underline-offset-2 disabled:text-ink-soft disabled:no-underline';

/** A button that stands in a line of text. */
export function TextButton({ className = '', type = 'button', ...rest }: ComponentProps<'button'>) {
  return <button type={type} className={`${LOOK} ${className}`} {...rest} />;
}

/** A link that stands in a line of text. */
export function TextLink({ className = '', ...rest }: ComponentProps<typeof Link>) {
  return <Link className={`${LOOK} ${className}`} {...rest} />;
}
