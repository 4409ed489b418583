/** Words that open a list of parts and are called like none. */
export const NO_PART =
  /^(grading|grades?|assessments?|evaluation|breakdown|weights?|weighting|marking|requirements|course(work)? requirements|graded (work|components)|components?|course grade|final grade|component|item|category|policy|policies|schedule|syllabus|course|class|section|points?|scale|instructor|professor|dr|semester|term|prerequisites?|university|college|school|department|monday|tuesday|wednesday|thursday|friday|letter|note|late( work| policy)?|(?:biggest |largest |main |other )?(?:chunk|portion|part|share|rest|piece)|extra time|work|the work|problem|problems?)$/i;

/** Work beside the sum, which only helps. */
export const EXTRA_CREDIT = /\b(extra[ -]credit|bonus|extra points?|additional credit|on top of)\b/i;

/** What says, beside a name, how many pieces there are. */
export const HOW_MANY: readonly RegExp[] = [
  /\(\s?(\d{1,3})(?: (?:total|in number|in total|in all|of them|planned|per (?:term|semester)|x|×))?\s?[,;)]/i,
  /(?<![\d.])(\d{1,3}) (?:total|in total|in all|of them|altogether|over the (?:term|semester)|per (?:term|semester)|this (?:term|semester)|planned)(?!\p{L})/iu,
  /(?:^|[\s(])(?:x|×)\s?(\d{1,3})(?![\d.%])/i,
  /(?:^|[\s(,:;])(\d{1,3})\s?(?:x|×)(?=[\s,)]|$)/i,
  /:\s?(\d{1,3})\s?\(/,
  /\bthere (?:will be|are) (\d{1,3})(?=[).,;]|$)/i,
  /(?:^|[;,(]\s?)(\d{1,3}) (?:are|will be) (?:due|given|assigned|set|required|collected|written)\b/i,
  /[:;,]\s(\d{1,2})(?=,\s(?:\d|the\b|with\b|of\b|lowest\b|one\b|drop|best\b))/i,
  /\((\d{1,3}) (?!hours|pages|minutes|points|pts|marks|words|weeks|days|times)[\p{L}-]{3,}s[;,)]/iu,
  /\b(?:write|submit|complete|take|do|hand in|out of) (\d{1,2})(?=[,;.)]| and\b)/i,
  /(?:number|count|quantity)(?: of \p{L}+)?\s?:\s?(\d{1,3})(?![\d.,]|\s?%)/iu,
];

/** What points a whole that is added up from them has. */
export const AT_EACH = /(?:\bat|@|\bworth|×|\bx|\bof)\s*$/i;
export const TIMES_BEFORE = /(?:@|×|\bx|\bat)\s*$/i;
/** What says after an amount that it is what all of the course is. */
export const OF_GRADE =
  /^\)?\s*(?:of|toward|towards|to) (?:the |your )?(?:final |course |total |overall |semester |term |class )*(?:grade|mark|course|total)\b/i;

/** "3 x 100", "5 at 20": how many of how many points, where a table says it in a cell of words. */
export const TIMES = /(?<![\d.])(\d{1,3})\s?(?:x|×|@|at)\s?(\d{1,4}(?:[.,]\d{1,2})?)(?![\d.,]|\s?%)/i;
/** What has one mark for all of a term. */
export const ONE_MARK =
  /\b(participation|attendance|citizenship|professionalism|effort|engagement|preparation)$/i;

/** A note on a row that begins with how many there are. */
export const NOTED =
  /^(\d{1,3})(?=$|[,;.]|\s(?!%|percent|points?|pts|pages?|hours?|minutes?|weeks?|days?|am\b|pm\b|of\b|words?)[\p{L}-]{3,}s?\b)/iu;
/** What follows it. */
export const IN_ALL =
  /^\s(?:in all|in total|total|altogether|(?:are |is )?(?:available|possible)|can be earned|in (?:the|this) course)\b/i;
/** What leads to what all of it comes to. */
export const COMES_TO =
  /\b(?:based on|out of|totals?(?: of| is)?|adds? up to|sums? (?:up )?to|earn up to|there (?:are|will be)|a possible|maximum of)\s(?:a total of )?$/i;
