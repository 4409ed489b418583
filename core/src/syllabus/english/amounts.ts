/** What stands before a percent that is no weight: a bound, a penalty, somebody's score. */
export const NOT_A_WEIGHT_BEFORE =
  /(?:\b(?:at least|at most|minimum(?: of)?|maximum(?: of)?|below|above|under|over|more than|less than|fewer than|greater than|lose|loses|losing|lost|scor(?:e|es|ed|ing)(?: of)?|a grade of|attendance of|average of|averages?|averaging|exceeds?|exceeding|reduce[sd]? (?:by|to)|reduced|lower(?:ed|s)?(?: your (?:final |course )?grade)? by|drop(?:s|ped)? by|penalty of|penali[sz]ed|penalty is|penalty|deduct(?:s|ed|ion of)?|deducting|subtract(?:ed|s)?|minus|docked?|earns?|earned|receives?|receiving|gets?|got|increase[sd]? (?:by|to)|raise[sd]? (?:by|to)|than|reach(?:es)?|required?|capped at|cap of|limited to|charge[sd]?|saves?|about|nearly|roughly|round(?:s|ed)?(?: up)?(?: to)?|achieve|achieving|achieves?|obtain|complete|completing|attend|attending|miss|missing|within|costs?|forfeits?|credit of|max(?:imum)? (?:of|score)|or|similarity|is an?|counts? as|with|until|top|loss of|deduction)|[≥>≤<~$])\s*(?:an? |the |only |a further |up to |additional )?$/i;

/** What stands after a percent that is no weight. */
export const NOT_A_WEIGHT_AFTER =
  /^\s?(?:rounds?\b|is rounded|(?:always |still )?(?:earns?|guarantees?)\b|of (?!(?:all |the |your |our |its |each |this |that |a |student's )*(?:final|course|total|overall|semester|term|class|module|end|quarter|year|unit)? ?(?:grades?|marks?|course|total|assessment|evaluation|module|whole|it|result|score\b(?= is)|points (?:in|for) (?:the|this) course)\b)(?:[\p{L}-]{2,})|per (?:(?:calendar |class |school |business |working )?day|hour|week|absence|class|session|24)|\/ ?day|\/ ?hour|\/ ?week|(?:for |a |an |each |every |per )(?:each |every )?(?:additional |further |calendar |unexcused |started )?(?:day|hour|24|week|absence|tardy|lateness|missed|class|session)|(?:is |will be |are )?(?:taken |deducted |subtracted )?(?:off|deducted|subtracted|lost|removed|forfeited)|late|penalt|reduc|deduction|discount|(?:partial )?credit\b|or (?:above|higher|better|more|over|greater|below|less|lower)|and (?:above|up|over|higher|below)|\+|increase|to pass|attendance (?:is|rule|required|expected|or)|rule|minimum|on (?:the|a|this|that|each|every) (?:final|midterm|exam|test|quiz)|(?:must|is needed|is required|needed|required)|chance|lower than|higher than|accura|confidence|similar|humid|solution|percentile|of the way|of (?:the )?(?:population|market|water|surface|earth)|in (?:their|your) (?:first|last)|recycled|discount|off\b|rebate|time\b|extra time|more time|longer|for late|for lateness|below the|above the|absent|of your (?:time|absences|classes)|the same)/iu;

/** "5% for each lab", "10 points per quiz": the amount is that of a piece. */
export const PER_WORK =
  /^\s?[,(]?\s?(?:each\b|apiece|for each\b|for every\b|per\b(?! (?:day|hour|week|cent))|a piece\b|every (?:quiz|lab|exam|test|essay|paper)|\/ ?(?:quiz|lab|exam|test|essay|paper|assignment)|(?:of|toward|towards) (?:the |your )?(?:final |course |total |overall )?(?:grade|mark),? each\b)/i;

/** Shares in words. */
export const SHARES = {
  /** What a line that shares a grade out speaks of. */
  about:
    /\b(grade|mark|course|term|semester|credit|assess(?:ed|ment))\b|\b(?:mak(?:e|es|ing) up|counts?(?: for)?|accounts? for|worth) (?:an?|one|half)\b/i,
  form: /(?<![\p{L}\d/-])(?:(?:(?<top>\d|an?|one) )?(?<word>half|halves|thirds?|quarters?|fourths?|fifths?|sixths?|eighths?|tenths?)(?! (?:credit|page|hour|day|week|point|letter|of the (?:class|students|time|points)|way|semester|term|exam|midterm|quiz|lab|paper|essay|draft|test|edition|floor|year|unit|chapter|session|class|meeting|absence|time|attempt|offen))|(?<top2>\d)\/(?<bottom>\d{1,2})(?=(?: of)? (?:the|your|grade|of)\b)|the (?<rest>rest|remainder|balance|remaining part)(?! of the (?:class|term|semester|students|points|day)))(?![\p{L}\d])/giu,
  parts: (word: string | undefined): number | undefined =>
    word === undefined
      ? undefined
      : { hal: 2, thi: 3, qua: 4, fou: 4, fif: 5, six: 6, eig: 8, ten: 10 }[word.slice(0, 3).toLowerCase()],
} as const;
