const TERMS = 'fall|autumn|spring|summer|winter|michaelmas|hilary|trinity|term|semester|quarter';

/** A course's code. */
export const CODE =
  /(?<![\p{L}\d])(?!(?:LAB|QUIZ|EXAM|TEST|HW|UNIT|WEEK|LEVEL|ESSAY|FILM)[ -]?\d{1,2}\b)(?!(?:ROOM|RM|FALL|PAGE|BLDG|TEL|ISBN|PHONE|AUTUMN|SPRING|SUMMER|WINTER|TERM|EXT|FAX|HALL|SUITE|CRN|GPA|SEC|SECT|YEAR|VERSION|JUNE|JULY|MAY|AM|PM|BOX|PO|DUE|MON|TUE|WED|THU|FRI)\b)([A-Z]{2,6})[ -]?(\d{2,4}[A-Z]{0,2}(?![\d%]))(?!\p{Ll})(?!\s?(?:–|-)\s?\d{3,4}\b)/gu;

export const CREDITS =
  /(?:(?<![\d.])(\d{1,2}(?:[.,]\d)?)(?:\s|-)?(?:credit(?: |-)?(?:hours?|points?)|credits|semester (?:hours|credits)|units|ects(?: credits| points)?|credit course|credit class|cr\.?|cp)(?!\p{L})|\b(?:credits?(?: hours?| value| points)?|units|ects)(?: \(.{1,20}\))?\s?[:=]\s?(\d{1,2}(?:[.,]\d)?)(?![\d%]))/iu;

export const TITLE_LABEL =
  /^(?:course|class|module|subject)?[\s-]?(?:title|name)\s?[:–-]\s*|^(?:course|module|subject|class)\s?:\s*/i;

export const NO_TITLE =
  /^(?:(?:course )?syllabus|course (?:information|outline|description|overview|details|policies)|grading.*|welcome.*|instructor\b.*|professor\b.*|dr\.? .*|prof\.? .*|teacher\b.*|taught by.*|lecturer.*|department\b.*|dept\b.*|school of.*|college of.*|faculty of.*|university.*|.* university|.* college|.* (?:high )?school|office\b.*|e-?mail.*|phone\b.*|room\b.*|.*@.*|http.*|meeting.*|class (?:times?|meets|meetings).*|time\b.*|location\b.*|credits?\b.*|prerequisites?\b.*|semester\b.*|term\b.*|fall\b.*|spring\b.*|schedule\b.*|assessment.*|evaluation.*|how .*grade.*|your grade.*|the grade.*|table of contents|skip to .*|home\b.*|menu\b.*|search\b.*|log ?(?:in|out)\b.*|print\b.*|share\b.*|navigation|copyright.*|contact\b.*|section\b.*|late .*|policies|academic year.*|textbook\b.*|overview|introduction|final grade.*|course grade.*|homework\b.*|grades?|mr\.? .*|mrs\.? .*|ms\.? .*)$/i;

/** What stands at the start or the end of a title's line and is none of it. */
export const TITLE_NOISE: { readonly lead: readonly RegExp[]; readonly tail: readonly RegExp[] } = {
  lead: [
    /^[\s:;,.|/·–-]+/,
    /^[A-Z]{2,6}[ -]?\d{2,4}[A-Z]{0,2}(?![\p{L}\d])(?:\s?\/\s?\d{3})?/u,
    new RegExp(
      String.raw`^(?:(?:re|fwd?|subject)\s?:|(?:course\s)?syllabus(?:\s(?:for|of))?(?![\p{L}])|(?:course|module|class)\s?(?:outline|guide|handbook)(?:\sfor)?(?![\p{L}])|(?:course|class|module|subject)\s?:|(?:${TERMS})\s(?:term\s|semester\s)?\d{4}(?:[/–-]\d{2,4})?(?![\p{L}\d])|section\s\d{1,3}|\d{4}[/–-]\d{2,4}(?!\d)|\((?=[^)]*$)|welcome to)`,
      'iu',
    ),
  ],
  tail: [
    /[\s:;,.|/·–-]+$/,
    /\(?(?<![\p{L}\d])[A-Z]{2,6}[ -]?\d{2,4}[A-Z]{0,2}\)?$/u,
    new RegExp(
      String.raw`(?:\(?(?:the )?(?<![\p{L}])(?:${TERMS})(?:\s(?:term|semester))?,?\s(?:of )?\d{4}(?:[/–-]\d{2,4})?\)?|\((?:${TERMS})\)|[–,|(]\s?(?:${TERMS})\)?|\(?section\s\d{1,3}\)?|(?:course\s)?syllabus|course outline|\(?\d{4}[/–-]\d{2,4}\)?|\(?\d(?:\.\d)?\s?-?(?:credits?|credit hours|cr\.?|units|ects)(?: course)?\)?|\(\)|[,–|(]\s?(?:20)\d\d\)?|\s[–|,-]\s?(?:(?:mr|mrs|ms|dr|prof|professor|instructor|room|rm|teacher)\b).{0,60})$`,
      'iu',
    ),
  ],
};

/** "Fall 2026", "September–December 2026". */
export const YEAR = {
  form: /\b(fall|autumn|spring|summer|winter|michaelmas|hilary|trinity)(?:\s(?:term|semester|quarter))?,?\s(?:of\s)?(?:(?:(20\d\d)))|\b(20\d\d)\s(fall|autumn|spring|summer|winter)\b/i,
  middle: (word: string): number | undefined =>
    ({ fall: 9, autumn: 9, michaelmas: 10, spring: 2, hilary: 1, summer: 6, trinity: 4, winter: 1 })[
      word.toLowerCase()
    ],
};
