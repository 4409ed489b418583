/** Ordinals up to ten, in words and digits. */
const ORDINAL_FORM = String.raw`first|second|third|fourth|fifth|sixth|seventh|eighth|ninth|tenth|\d{1,2}(?:st|nd|rd|th)`;

/** What stood in a slot of a phrase, and where in the text that was looked through. */
export interface Slot {
  readonly text: string;
  readonly from: number;
  readonly to: number;
}

/** A phrase as it was found. */
export interface Found extends Slot {
  readonly slots: Readonly<Record<string, Slot | undefined>>;
}

/** Signs that may stand between two words of a phrase. */
const BETWEEN = String.raw`[\s,:;"'()/–-]{1,4}`;
const WORD = String.raw`[^\s,:;"'()/–-]{1,40}`;

/** What a slot takes, by its name without the digits at its end. No two ways lead through one of them, so none costs more than its length. */
const SLOTS: Readonly<Record<string, string>> = {
  percent: String.raw`\d{1,3}(?:[.,]\d{1,4})?(?=[ ]?(?:%|percent|per[ ]cent|pct))`,
  amount: String.raw`\d{1,4}(?:[.,]\d{1,4})?(?=[ ]?(?:%|percent|per[ ]cent|pct|points?|pts?|marks?))`,
  number: String.raw`\d{1,4}(?:[.,]\d{1,4})?`,
  count: String.raw`\d{1,3}`,
  share: String.raw`half|\d/\d|quarter`,
  time: String.raw`\d{1,3}(?:\.\d{1,2})?|an?(?= (?:day|week))`,
  unit: String.raw`calendar day|class day|school day|business day|working day|weekday|day|hour|hr|h|week|24 hours?`,
  letter: String.raw`[A-F][+–-]?`,
  ordinal: ORDINAL_FORM,
  work: `${WORD}(?:${BETWEEN}${WORD}){0,4}?`,
};

/** What stands after the number of a slot and belongs to it. */
const AFTER: Readonly<Record<string, string>> = {
  percent: String.raw`[ ]?(?:%|percentage points?|percent(?:age)?(?: points?)?|per[ ]cent|pct\.?)`,
  amount: String.raw`[ ]?(?:%|percentage points?|percent(?:age)?(?: points?)?|per[ ]cent|pct\.?|points?|pts?\.?|marks?)`,
};

/**
 * Makes a phrase to look for. A template is written as it is read: a space is whatever stands between two words, `{slot}` takes a value, `~3` up to
 * three words, `(a|b)` and `?` are what they are in regular expressions.
 *
 * @throws where a slot is not known
 */
export function phrase(template: string): RegExp {
  const body = template
    .replace(/\((?![?])/g, '(?:')
    .replace(/~(\d+) ?/g, (_, most: string) => `(?:${WORD}${BETWEEN}){0,${most}}?`)
    .replace(/ /g, BETWEEN)
    .replace(/\{([a-z]+)(\d*)\}/g, (_, name: string, number: string) => {
      const slot = SLOTS[name];
      if (slot === undefined) throw new Error(`no slot "${name}" in the phrase "${template}"`);
      return `(?<${name}${number}>${slot})${AFTER[name] ?? ''}`;
    });
  return new RegExp(`(?<![\\p{L}\\d.])(?:${body})(?![\\p{L}\\d])`, 'diu');
}

/** Looks for a phrase from a place on. */
export function findPhrase(form: RegExp, text: string): Found | undefined {
  const match = form.exec(text);
  if (!match) return undefined;
  const slots = Object.fromEntries(
    Object.entries(match.groups ?? {}).map(([name, value]) => {
      const [from, to] = match.indices!.groups![name] ?? [0, 0];
      return [name, value === undefined ? undefined : { text: value, from, to }];
    }),
  );
  return { text: match[0], from: match.index, to: match.index + match[0].length, slots };
}
