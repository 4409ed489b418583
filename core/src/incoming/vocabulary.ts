/** What a column of a list can hold. */
export const COLUMN_KINDS = [
  ...(['name', 'category', 'due', 'score', 'possible', 'percent', 'letter', 'state', 'weight'] as const),
  ...(['categoryWeight', 'addsUp', 'counts', 'course', 'id', 'other'] as const),
] as const;

export type ColumnKind = (typeof COLUMN_KINDS)[number];

/**
 * The words by which the head of a column is known, the surest first. Another way of saying it is one more word here; another language is
 * another list.
 */
export const HEADS: readonly (readonly [ColumnKind, RegExp])[] = [
  [
    'categoryWeight',
    /^(category|group|section|component) (weight|weighting|%|percent(age)?|share)$|^(weight|share) of (its |the )?(category|group)$/i,
  ],
  ['addsUp', /^(adds? up|combines?|combine by)$/i],
  ['counts', /^(counts?|counted|included( in (the )?grade)?|extra credit)$/i],
  ['course', /^(course|class|subject|course (title|name)|class (title|name))$/i],
  ['id', /^(id|uid|identifier)$/i],
  ['weight', /^(weight|weighting|% of (grade|total|course)|worth)\b/i],
  [
    'possible',
    /^(out of|possible|max(imum)?|total( points?)?|points? possible|max\.? (points?|score)|full marks|of)$/i,
  ],
  ['percent', /^(%|percent(age)?|pct\.?|score \(?%\)?|grade \(?%\)?)$/i],
  ['letter', /^(letter|letter grade|final letter)$/i],
  ['due', /^(due|due (date|on|by|day)|date|day|deadline|when|assigned|end date)\b/i],
  ['state', /^(status|state|submission|submitted|flags?|notes?|comments?|remarks?)$/i],
  ['category', /^(category|group|type|kind|section|component|area|unit)$/i],
  [
    'score',
    /^(score|points?|marks?|grade|result|earned|points? (earned|awarded|scored)|your (score|mark|grade|points)|mark awarded|score \/ .*)$/i,
  ],
  [
    'name',
    /^(name|assignment|assessment|item|task|activity|title|piece|work|exercise|description|graded item|what)s?\b/i,
  ],
];

/** What schools write where nothing is entered yet. */
export const NOTHING_YET =
  /^(|[—–-]+|\.{2,}|…|n\/?a|not (yet )?(graded|marked|entered|scored|submitted yet)|ungraded|tba|tbd|none|null|\?)$/i;

/** What schools write for states that the entry grammar does not know by these words; each is what it knows. */
export const STATES: readonly (readonly [RegExp, string])[] = [
  [
    /^(m|miss\.?|missing|not submitted|not handed in|nothing handed in|no submission|0 \(missing\)|incomplete|absent unexcused)$/i,
    'missing',
  ],
  [/^(ex|exc\.?|excused|exempt|exempted|waived|n\/c|does not count)$/i, 'excused'],
  [
    /^(submitted|handed in|turned in|received|pending|(a)?waiting|awaiting( a)? (score|mark|grade)|to be (marked|graded)|in review|needs? (marking|grading))$/i,
    'waiting',
  ],
];

/** Words that say lateness; they are told, and change no score. */
export const LATE = /\b(late|overdue)\b/i;

/** What lists write of pieces that do not count as others do. */
export const COUNTS: readonly (readonly [RegExp, 'no' | 'extra credit' | 'promised'])[] = [
  // What a list calls a deduction is no piece, and how much it takes is not in the list.
  [/^(no|deduction|not counted|does not count|false|excluded|practice)$/i, 'no'],
  [/^(extra( credit)?|bonus|extra points?)$/i, 'extra credit'],
  [/^(promised|planned)$/i, 'promised'],
];
