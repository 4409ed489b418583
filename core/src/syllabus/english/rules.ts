import { phrase } from '../phrase';

/**
 * How rules are said. Each phrase is one line: a space is whatever stands between two words, `{slot}` takes a value, `~3` up to three words
 * (`phrase.ts`). Numbers in words have become digits before.
 */
const phrases = (...templates: string[]): readonly RegExp[] => templates.map(phrase);

/** "The lowest 2", "2 worst": what is dropped or replaced. */
export const LOWEST =
  /(?<![\p{L}\d.])(?:(\d{1,2}) (?:of (?:the|your) )?)?(?:(?:the|your) )?(?:very )?(?:lowest|worst|weakest|poorest)(?:[ -](?:scoring|graded))?(?: (\d{1,2})(?!\d|\s?%))?(?!\p{L}| passing| letter| possible)/giu;
export const HIGHEST =
  /(?<![\p{L}\d.])(?:the |your )?(?:single )?highest(?: and (?:the |your )?lowest| ((?:score|1|one) )?(?:and|or) (?:the |your )?lowest)/iu;
/** What is done with what does not count. */
export const DROPPED =
  /\b(drop(?:s|ped|ping)?|exclud(?:e|es|ed|ing)|discard(?:s|ed|ing)?|ignor(?:e|es|ed|ing)|disregard(?:s|ed|ing)?|omit(?:s|ted|ting)?|remov(?:e|es|ed|ing)|forgiv(?:e|es|en|ing)|(?:do|does|will|is|are)(?: not|n't) (?:be )?(?:count(?:ed)?|included|considered)|not (?:be )?(?:count(?:ed|ing)?|included)|thr(?:own|ow|ew|owing) (?:out|away)|toss(?:ed|es)?|struck|cancel(?:l?ed)?|all but|except|apart from|without|minus|less|eliminat(?:e|es|ed)|set aside|strike|scratch(?:ed)?|waived|left out)\b/i;
export const NOT_DROPPED = /\b(?:no|never|not|nothing|n't|none)\b[^.;]{0,40}\bdrop(?:s|ped|ping)?\b/i;
/** "Best 8 of 10", "top 5 count". */
export const BEST =
  /(?<![\p{L}\d])(?:(?:the|your) )?(?:(?:best|top|highest)(?:[ -]scoring)? (\d{1,3})(?:(?: [\p{L}-]{2,20}){0,3}?,? (?:out )?(?:of|from) (?:the |your |a total of |all |a possible )?(\d{1,3})(?!\s?(?:%|points|marks)))?(?!\s?%)|(\d{1,3}) (?:best|highest|top)(?:(?: [\p{L}-]{2,20}){0,2}? (?:out )?(?:of|from) (?:the |your )?(\d{1,3}))?)(?![\p{L}\d])/giu;
/** "8 of the 10 quizzes count". */
export const COUNT_OF = phrases(
  '{count} (out )?of (the |your )?{count2} ~3 (count|are counted|will count|will be counted)',
  'only {count} (out )?of {count2}',
  '{count} (count|counts|are counted)(?=[).,;]|$)',
  '(give|set|assign|offer) {count2} ~2 (and|but) (only )?(count|keep|use) {count}',
);
/** "You may skip 2 labs": so many do not count. */
export const SKIPPED = phrases(
  '(you )?(may|can) (skip|miss) (any )?{count} {work} (without penalty|with no penalty|freely|without it counting|without hurting ~2)',
  '(you )?(may|can) (skip|miss) (any )?{count} (of them )?(without penalty|with no penalty|freely)',
  'drop (any )?{count} (of (the |your )?)?{work}',
  '{count} (of (the |your )?)?{work} (is|are|will be|can be|may be) dropped',
  'drop(s|ped|ping)? {count}(?!\\s?%)',
  '{count}\\sdrops?',
  '{count} ((is|are|will be) )?dropped',
);
/** "Drops: 2". */
export const EACH_CATEGORY =
  /\b(?:each|every|any) (?:category|group|component|type|kind)\b|\bper category\b/i;

/** "There will be 10 quizzes": how many pieces a part has. */
export const PIECES = phrases(
  '(there (will be|are)|we (will )?have|you (will )?(have|take|write|complete|submit|do)|expect|consists? of|includes?|comprises?|made up of|total of|(will be|are) given|composed of|features?) (a total of |approximately |about )?{count} {work}',
  '{count} {work} (over|during|throughout|across) (the )?(term|semester|year|course|quarter)',
  '{count} {work} (will be|are) (given|assigned|held|set|administered|scheduled|offered|due|collected|planned|posted)',
);

/** Lateness: only where a line, or its part of the syllabus, speaks of it. */
export const SPEAKS_LATE =
  /\b(late|lateness|past (?:the )?(?:due|deadline)|after (?:the |its |it is )?(?:due|deadline)|overdue|tardy|tardiness|delay(?:ed)?|past due|extension|grace|beyond the deadline|missed deadlines?|not (?:submitted|handed in|turned in) on time|turned in after|handed in after|submitted after)\b|\b(?:lose|loses|deduct(?:ed|s)?|taken off|penali[sz]ed)\b[^.;]{0,60}\b(?:per|each|every|a) (?:\w+ )?day\b/i;
const PENALTY_UNIT =
  '(calendar |class |school |business |working |late |full |started |additional |further |extra |whole |24 )?{unit}s?';
export const PER_DAY = phrases(
  `{amount} ~9 (per|each|every|for each|for every) ${PENALTY_UNIT}`,
  `{amount} (a|an) ${PENALTY_UNIT}`,
  `(per|each|every|for each|for every) ${PENALTY_UNIT} ~12 {amount}`,
  `{amount} ${PENALTY_UNIT}(?= late)`,
  `{amount} (daily|day)`,
  `daily (late )?(penalty|deduction) of {amount}`,
  `(a )?(penalty|deduction) of {amount} (daily|~3 for each day|~3 per day)`,
  `{amount} is (deducted|taken off|subtracted) daily`,
  'day late {amount}',
);
export const LATE_OF: readonly (readonly ['possible' | 'earned', RegExp])[] = [
  [
    'earned',
    /\bof (?:the |your |its |what (?:was|you|is|they) )?(?:score |grade |mark |points |credit |value )?(?:you )?(?:have )?(?:earned|received|achieved|obtained|awarded)(?: score| grade| mark| points)?\b|\bof (?:the |your |its )?(?:earned|awarded|achieved) (?:score|grade|mark|points|credit|value)|\bof what (?:you|it|they|is|was) (?:would have )?(?:earned|earns)|\bof (?:your (?:score|mark)|(?:its|their) (?:score|grade|mark|points))\b/i,
  ],
  [
    'possible',
    /\bof (?:the |its |all )?(?:maximum|possible|total|full|available|assignment's|max)((?: possible| available| assignment) )?(?:points?|scores?|marks?|value|credit|grade)?\b|\bof what is possible|\bof the points possible/i,
  ],
];
export const LATE_COUNT: readonly (readonly ['started' | 'completed' | 'exact', RegExp])[] = [
  [
    'started',
    /\bor (?:any )?(?:part|fraction|portion)(?: thereof| of (?:a|one|that) day| of it)?\b|\b(?:each|per|every) started\b|\b(?:any )?(?:partial|part of a) days?\b|\brounded up to ((?:the next|a full|whole) )?days?\b|\bor part of\b/i,
  ],
  ['completed', /\b(?:full|complete|whole|completed) (?:day|24)/i],
  ['exact', /\b(?:pro-?rated|by the hour|prorata|proportionally)\b/i],
];
export const LATE_CEILING = phrases(
  '(up to|maximum|max|to) (a |an )?(maximum |max )?(deduction |penalty |reduction |loss )?(of |is )?{percent}(?! (per|a|each))',
  '(no|not|never) more than {percent}',
  'capped at {percent}',
  'at most {percent} (off|is taken|penalty|deduction)',
  '(maximum|max|largest) (late )?(penalty|deduction|reduction|loss)( is| of)? {percent}',
);
export const LATE_FLOOR = phrases(
  '(minimum|floor|min) (grade |score |credit |mark )?((of|is) )?{percent}',
  '(never|not|no) (goes? |falls? |drops? |be |is )?(below|lower than|less than) {percent}',
  '(down to|until it reaches|until) (a )?(minimum of |floor of )?{percent}',
  'at least {percent} (of|is|credit|remains|stays)',
);
export const LATE_GRACE = phrases(
  'grace (period )?(of |is |: )?{time} ?{unit}s?',
  '{time} {unit}s? ((of|are|is) )?(grace|free)',
  '{time} {unit}s? grace',
  'grace (period )?(lasts|of about|up to) {time} {unit}s?',
  '(first|within) (the )?(first )?{time} {unit}s? ~5 (without|no|free of|not) (a )?(penalty|penalized|deduction)',
  '(no|without) (a )?penalty ~5 (first|within|up to) {time} {unit}s?',
);
const DONE =
  '(not (be )?(accepted|graded|marked|taken|considered|counted|receive)|(no|zero|0|nothing)|earns? (no|0|nothing|zero)|receives? (no|a zero|zero|0|nothing|a 0)|gets? (no|zero|0|nothing)|is worth (nothing|zero|0)|worth (nothing|0|zero)|closed?|closes|refused|rejected|counts as (zero|missing|0)|(cannot|no longer|(can|won|don|isn|aren|wasn) t|(will|can|do) not) (be )?(accept|accepted|take|taken|grade|graded)|marked zero|unaccepted|not be)';
export const LATE_CLOSES = phrases(
  `(after|beyond|past|more than|later than|over|exceeding) (the )?{time} (late )?{unit}s? ~6 ${DONE}`,
  `${DONE} ~9 (after|beyond|past|more than|later than|over|exceeding) (the )?{time} {unit}s?`,
  `(accepted|submitted|handed in|turned in|taken|up to|late|until|for|within|no later than|open) ~3 (up to|until|within|for up to|no later than|a maximum of|at most|maximum) (a )?(maximum of |max of )?{time} {unit}s?`,
  `(up to|at most|maximum of|max|no more than|limit of|for up to) (a )?(maximum of )?{time} {unit}s?(?! of (grace|the term|class))`,
  `(after|beyond|past) {time} {unit}s? ~4 (0|zero|nothing|no credit|closed)`,
  `{time} {unit}s? (maximum|at most|max|limit)`,
  `{time} {unit}s? (after|past|beyond) (the )?(deadline|due ~1) ~6 ${DONE}`,
);
export const NO_LATE = phrases(
  'no late (work|submissions?|assignments?|homework|papers?|labs?|essays?|projects?|problem sets?|reports?|quizzes|exercises|hand-ins?)',
  'late (work|submissions?|assignments?|homework|papers?|labs?|essays?|projects?|problem sets?|reports?|~2) ((is|are|will|can|may|cannot) )?(not|never|n t|t) (be )?(accepted|graded|taken|marked|considered)',
  'late (work|submissions?|assignments?|homework|papers?|labs?|essays?|projects?|~2) (receives?|earns?|gets?|counts? as|is worth|are worth|will receive|is|are) (a |an )?(zero|0|no credit|nothing|no points)',
  '(i|we|they) (do not|don t|will not|won t|cannot) (accept|take|grade) late',
  'nothing (is|will be) accepted (late|after the deadline|past the deadline)',
  '(not accepted|no credit|zero) (after the deadline|past the deadline|after the due date|if late|when late)',
);
export const HALF_LATE = phrases(
  'late (work|submissions?|assignments?|homework|~2) ~4 (receives?|earns?|gets?|for|is worth|are worth|accepted for|only) (at most |only |a maximum of |up to )?(half|{percent})( of the)? (credit|points|marks|value|full credit|possible)',
  '(half|{percent}) credit (for|if|when) ~3 late',
  'late ~3 half (credit|off|the points|value)',
);
export const FLAT_LATE = phrases(
  'late (work|submissions?|assignments?|homework|~2) ~4 (loses?|penali[sz]ed( by)?|deducted|a deduction of|a penalty of|docked|reduced by) (a |flat |a flat )?{percent}(?! ~2 (per|each|every|a day|for each))',
  '{percent} (penalty|deduction|reduction) (for|on|if) (any |all )?late(?!r)(?! ~5 (per|each|every))',
  '(flat|one-time) ~3 {percent}',
);

/** Missing work. */
const MISSING_WORK =
  '(missing|missed|unsubmitted|not (submitted|handed in|turned in|completed|done)|never (submitted|handed in|turned in|arrives?|comes?|appears?)|incomplete|work (that is )?not|fail(ure|ing|s)? to (submit|hand in|turn in|take)|(don t|do not|did not|didn t|does not|doesn t) (submit|hand in|turn in|take|complete))';
export const MISSING_ZERO = phrases(
  `${MISSING_WORK} ~8 (is|are|counts?|receives?|gets?|scores?|earns?|recorded|entered|graded|be|given|result in|worth|will|as|means|become|becomes|score|yields?|results|marked) (as |a |an |be |in a |in |as a )?((score|grade|mark) of (a )?)?(zero|zeros|0|zeroes|no credit|nothing|no points)`,
  '(missing|missed)( work| assignments)?\\s?[=:→]\\s?(zero|0)',
  '(zero|0|no credit) (for|is given for|on) (any |all |each )?(missing|missed|unsubmitted|work not)',
);
export const MISSING_PERCENT = phrases(
  `${MISSING_WORK} ~8 (is|are|counts?|receives?|gets?|scores?|earns?|recorded|entered|graded|be|given|as) (as |a |an |at )?(minimum of )?{percent}`,
);
export const MISSING_NOTHING = phrases(
  `${MISSING_WORK} ~6 (does not count|do not count|not counted|is ignored|are ignored|left out|not included|is excluded|are excluded)`,
);
/** What is said of work that is missing from a day on, and not of late work that is closed. */
export const BECOMES_MISSING = /\b(?:as|becomes?|is|are) missing\b/i;
export const OVERDUE = phrases(
  `(not (submitted|handed in|turned in|received)|missing|overdue|outstanding|unsubmitted|still open) ~6 (within|after|by|for|more than) {time} {unit}s? ~8 (zero|0|missing|no credit|nothing)`,
  `not (submitted|handed in|turned in|received) ~3 {time} {unit}s? (after|past) ~5 (counts? as|is|treated as|marked|becomes?) (a )?(missing|zero|0)`,
  `(after|within|past) {time} {unit}s? ~6 (counts? as|becomes?|treated as|is marked|is recorded as|turns into) (a )?(zero|missing|0)`,
);

/** Rounding of the whole. */
export const ROUND_NOT =
  /\b(?:no|not|never|n't|without)\b[^.;]{0,30}\bround(?:s|ed|ing)?\b|\bround(?:s|ed|ing)?\b[^.;]{0,12}\b(?:not|never)\b/i;
export const ROUND: readonly {
  readonly form: RegExp;
  readonly step: string;
  readonly mode?: 'up' | 'down' | 'half-up';
}[] = [
  {
    form: phrase(
      'rounded up (to (the )?(next|nearest) ~2 (whole|full|integer|percent|percentage|point|number)|from 0?\\.5|at 0?\\.5|if ~4 \\.5|when ~4 \\.5)',
    ),
    step: '1',
  },
  { form: phrase('round(s|ed|ing)? ~4 nearest (0.1|tenth|1 decimal)'), step: '0.1' },
  {
    form: phrase('round(s|ed|ing)? ~3 (1 decimal|the 1st decimal|a decimal place|the first decimal)'),
    step: '0.1',
  },
  { form: phrase('round(s|ed|ing)? ~4 (2 decimals?|nearest hundredth|0.01)'), step: '0.01' },
  { form: phrase('round(s|ed|ing)? ~4 nearest (half|0.5)'), step: '0.5' },
  { form: phrase('round(s|ed|ing)? down'), step: '1', mode: 'down' },
  { form: phrase('(always )?rounded up(?= to the next)'), step: '1', mode: 'up' },
  {
    form: phrase(
      'round(s|ed|ing)? ~6 (nearest )?(whole|integer|full percent|full point|percentage point|percent|point|unit|number|1%)',
    ),
    step: '1',
  },
  {
    form: phrase(
      '\\d\\d\\.5\\d?%? (rounds?|is rounded|becomes?|will be rounded|counts as|will round) ~3 \\d\\d',
    ),
    step: '1',
  },
  {
    form: phrase(
      '(0?\\.5|half a (point|percent)) (and|or) (above|higher|up|more) (rounds?|is rounded|are rounded|will be rounded) up',
    ),
    step: '1',
  },
];

/** What a letter needs. */
export const NEEDS =
  /\b(must|need(?:s|ed)?(?: to)?|have to|has to|required?|requires|minimum|in order to|to (?:pass|earn)|cannot pass|can't pass|unless|at least|regardless of|automatic(?:ally)?|means|results? in|leads? to)\b/i;
export const TO_PASS =
  /\b(pass(?:es|ing)? (?:the|this) (?:course|class|module|subject)|(?:to|cannot|can't|not) pass\b|pass(?:ing)? grade|fail(?:s|ing|ure)?(?: of)? (?:the|this) (?:course|class|module)|receive credit for the course|course credit|failing grade|an? F\b|better than (?:an? )?F\b|fail(?:s|ure)?\b)/i;
export const NEED_PERCENT = phrases(
  '(at least|minimum( score| grade| mark)? of|no less than|min|above|over|a|score|get|earn|achieve|reach|obtain|mark of|grade of) (a |an )?(score of |grade of |mark of |average of )?{percent} ~4 (on|in|for|of|from) (the |your |each |all )?{work}',
  '{work} ~6 (at least|minimum( score| grade)? of|of|average of|above|over|below|under|less than|lower than) (a )?{percent}',
  '{percent} (or (higher|better|more|above)|minimum|and above) ~3 (on|in|for) (the |your )?{work}',
);
export const NEED_PIECES = phrases(
  '(complete|submit|pass|hand in|turn in|attend|do|finish|have|with) (at least )?{count} (out )?of (the |your )?{count2} {work}',
  '(complete|submit|pass|hand in|turn in|finish|do) (at least |a minimum of )?{count} {work}',
  '(complete|submit|pass|hand in|turn in|finish|completed|submitted) all (of )?(the |your )?({count} )?{work}',
  'all (the |your )?({count} )?{work} must be (completed|submitted|handed in|turned in|passed|done|finished)',
  '(at least )?{count} (out )?of (the |your )?{count2} {work}',
);
/** What each of some pieces needs to count towards a letter. */
export const EACH_AT = phrases(
  '(at|with|of) (at least |a )?(score of |grade of )?{number}%? (percent )?(or (more|better|higher|above)|each|at least)',
  '(with|at|scored?) (at least|a minimum of) {number}',
);
export const NEED_FEWER = phrases(
  '(more than|over|exceeding|exceeds?) {count} (unexcused |excused )?absences?',
  '{count} or more (unexcused )?absences',
  '(misses|miss|missing) more than {count} (classes|sessions|meetings|lectures|seminars|labs)',
);

/** What each absence takes away. */
export const DEDUCT = phrases(
  '(each|every|any) (additional |further |unexcused |such |other )*absence (after|beyond|over|past|in excess of) (the )?(first )?({count}|{ordinal}) ~12 {amount}',
  '{amount} ~6 (for|per) ((each|every) )?(additional |unexcused |further )*absence (after|beyond|over|past|in excess of) (the )?(first )?({count}|{ordinal})',
  '(after|beyond|past) (the )?(first )?({count}|{ordinal}) (unexcused )?absences? ~9 (each|every) ~10 {amount}',
  '(after|beyond|past) (the )?(first )?({count}|{ordinal}) (unexcused |excused )?absences? ~9 {amount} ~2 (per|for each|each|every) ~2 absence',
  '(each|every|any) (additional |further |unexcused |other )*absence ~10 {amount}',
  '(each|every|any) (additional|further|other|subsequent) (one|1) ~6 {amount}',
  '{amount} ~6 (for|per) ((each|every) )?(additional |unexcused |further )*absence',
);
export const FREE_ABSENCES = phrases(
  '(miss|have|allowed|permitted|take) ~3 {count} ~3 (absences?|classes|sessions|meetings) ~3 (without|with no) (penalty|consequence|question|questions)',
  '{count} (unexcused |free |excused )?absences? ((is|are|will be) )?(allowed|permitted|free|excused|forgiven|without penalty)',
  '(allowed|permitted|may have|granted|get|have) (up to )?{count} (free |unexcused )?absences?',
  '(first|up to) {count} absences? ~3 (free|not|without|no)',
);

export const REPLACES =
  /\breplac(?:e|es|ed|ing)\b|\bsubstitut(?:e|es|ed)\b|\bcan (?:also )?take the place of\b|\bcounts? in place of\b|\btakes? the place of\b/i;
export const WEIGHT_MOVES =
  /\b(?:weight|percentage|points?|value|share)\b[^.;]{0,50}\b(?:shift(?:s|ed)?|mov(?:e|es|ed)|transfer(?:s|red)?|add(?:s|ed)?|goes|go|roll(?:s|ed)?|reassigned|given|carried)\b[^.;]{0,20}\b(?:to|onto|into|over to)\b/i;

/** Several ways of weighing. */
export const OPTION =
  /^(?:grading |weighting )?(?:option|scheme|plan|version|method|alternative|formula)\s+(?:[A-D]|[1-4]|I{1,3})\b\s*[:.)–-]?\s*/i;
/** "20/30/50": weights in a row. */
export const IN_A_ROW = /(?<![\d/])\d{1,3}(?:\s?\/\s?\d{1,3}){1,7}(?![\d/])/g;
export const BETTER_OF =
  /\b(?:whichever|the (?:higher|better|best)|better of|higher of|best of|maximum of|more favou?rable|benefits? you)\b/i;

const ORDINALS = [
  'first',
  'second',
  'third',
  'fourth',
  'fifth',
  'sixth',
  'seventh',
  'eighth',
  'ninth',
  'tenth',
];
/** The number of an ordinal in words or as "3rd"; nothing where it is none. */
export function ordinal(text: string): number | undefined {
  const digits = /^(\d{1,2})(?:st|nd|rd|th)$/i.exec(text)?.[1];
  if (digits !== undefined) return Number(digits);
  const index = ORDINALS.indexOf(text.toLowerCase());
  return index === -1 ? undefined : index + 1;
}

/** What is mentioned in other words than those of its name. */
export const SAME_WORK: readonly (readonly string[])[] = [
  ['homework', 'assignment', 'problem', 'exercise'],
  ['exam', 'midterm', 'prelim'],
  ['lab', 'experiment'],
  ['essay', 'paper'],
  ['participation', 'attendance', 'engagement'],
];
