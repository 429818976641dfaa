/** What a pin asks: it *must be sharp*, is wanted *as sharp as possible* once those are, or *must be soft*. */
export const PIN_ROLES = { sharp: 'must be sharp', best: 'as sharp as possible', soft: 'must be soft' } as const;
