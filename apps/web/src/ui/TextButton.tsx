import type { ComponentProps } from 'react';
import { Link } from 'react-router';

const LOOK = 'underline underline-offset-2 disabled:text-ink-soft disabled:no-underline';

interface TextButtonProps extends ComponentProps<'button'> {
  /** In the colour of what it stands in, where that is not the sheet. */
  readonly plain?: boolean;
}

/** A button that stands in a line of text. */
export function TextButton({ plain = false, className = '', type = 'button', ...rest }: TextButtonProps) {
  return <button type={type} className={`${LOOK} ${plain ? '' : 'text-accent'} ${className}`} {...rest} />;
}

/** A link that stands in a line of text. */
export function TextLink({ className = '', ...rest }: ComponentProps<typeof Link>) {
  return <Link className={`text-accent ${LOOK} ${className}`} {...rest} />;
}
