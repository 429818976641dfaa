/** The colours of the theme and the type that charts are drawn with, as they are now. */
export function chartLook(): {
  readonly ink: string;
  readonly soft: string;
  readonly hairline: string;
  readonly accent: string;
  readonly font: { readonly family: string; readonly size: number };
} {
  const style = getComputedStyle(document.documentElement);
  const colour = (name: string): string => style.getPropertyValue(name).trim();
  return {
    ink: colour('--ink'),
    soft: colour('--ink-soft'),
    hairline: colour('--hairline'),
    accent: colour('--accent'),
    font: { family: 'Archivo Variable', size: 12 },
  };
}
