/** Names of bands beside letters, as scales of other schools have them; the longer ones first. */
const BAND_NAMES = [
  ...[
    'high distinction',
    'first class',
    'upper second',
    'lower second',
    'very good',
    'above average',
    'below average',
    'needs improvement',
    'not yet',
    'low pass',
    'high pass',
  ],
  ...[
    'distinction',
    'merit',
    'credit',
    'outstanding',
    'excellent',
    'good',
    'satisfactory',
    'sufficient',
    'adequate',
    'unsatisfactory',
    'insufficient',
    'proficient',
    'mastery',
    'mastered',
  ],
  ...[
    'advanced',
    'developing',
    'beginning',
    'emerging',
    'approaching',
    'exemplary',
    'honors',
    'honours',
    'pass',
    'fail',
    'failing',
    'first',
    'second',
    'third',
    'poor',
    'average',
    'superior',
  ],
];

const LETTER = String.raw`(?:[GHMNOPSU](?![+–-])|[A-F](?:[+–-](?!\d)|\s?(?:plus|minus))?|HD|DN|CR|PP|NN|NP|2:1|2:2|1st|2nd|3rd)`;
/** In capitals, or with a capital first, or in small letters; a letter alone is a grade only in capitals. */
const anyCase = (word: string) =>
  `${word.replace(/(^|\s)(\p{L})/gu, (_, gap: string, sign: string) => `${gap}[${sign}${sign.toUpperCase()}]`)}|${word.toUpperCase()}`;

/** What a band of a scale is called. */
export const LABEL = String.raw`(?<![\p{L}\d.+])(?:${LETTER}|${BAND_NAMES.map(anyCase).join('|')})(?![\p{L}\d'])`;
/** A level: only in a list of such. */
export const LEVEL = String.raw`(?<=^|[\t;,]\s?|[Gg]rade\s|[Ll]evel\s)[0-9](?:\.[05])?(?![\d.,%])(?= ?[:=]|\t)`;

export const AND_ABOVE = String.raw`\+|(?:and|or|&|%)? ?(?:[Aa]bove|[Uu]p|over|higher|more|better|greater)(?!\p{L})`;
export const AT_LEAST = String.raw`≥|>=|>|[Aa]t least|[Ff]rom|[Aa]bove|[Mm]inimum(?: of)?|[Mm]in\.?|[Oo]ver`;
export const BELOW = String.raw`<|≤|<=|[Bb]elow|[Uu]nder|[Ll]ess than|[Ll]ower than|[Ff]ewer than|[Uu]p to`;
/** What the lowest band of a scale is, where only better ones are listed. */
export const FAILING = /^(f|fail|failing|e|unsatisfactory|insufficient|np|nn|not yet|poor)$/i;
