import { focusText } from '@gangway/messages/core/focus';

/** What a pin asks: it *must be sharp*, is wanted *as sharp as possible* once those are, or *must be soft*. */
export const PIN_ROLES = { sharp: focusText.mustBeSharp, best: focusText.asSharpAsPossible, soft: focusText.mustBeSoft } as const;
