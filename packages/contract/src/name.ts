import { nameText } from '@gangway/messages/contract/name';
import { say } from '@gangway/messages/say';
import { z } from 'zod';
import { NAME_LONGEST } from './freeName';

/** A name that a person gives: not blank, at most 120 characters, no control characters. */
export const nameSchema = z
  .string({ error: nameText.giveAName })
  .trim()
  .min(1, nameText.giveANameItCannot)
  .max(NAME_LONGEST, say(nameText.theNameCanHaveAt, { nameLongest: NAME_LONGEST }))
  // eslint-disable-next-line no-control-regex
  .regex(/^[^\u0000-\u001f\u007f]*$/u, nameText.theNameCannotHoldControl);
