/**
 * The trade's words as English syllabuses write them. Another way of saying something is one more word in one of these lists; another language is
 * another folder beside this one.
 */

/** Numbers in words, a run of them as one. */
const ONES =
  'one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|thirteen|fourteen|fifteen|sixteen|seventeen|eighteen|nineteen';
const TENS = 'twenty|thirty|forty|fifty|sixty|seventy|eighty|ninety';
export const NUMBER_WORDS = new RegExp(
  String.raw`(?<![\p{L}\d-])(?!one[ ](?:another|or more|of)\b)(?:(?:${TENS})(?:[ -](?:${ONES}))?|(?:${ONES})(?: hundred(?:(?: and)? (?:(?:${TENS})(?:[ -](?:${ONES}))?|${ONES}))?)?)(?![\p{L}\d]|-(?:page|time|on))`,
  'giu',
);

/** First halves of words that keep their hyphen at a line's end. */
export const HYPHENATED =
  /^(self|peer|in|take|make|non|extra|pre|co|mid|end|follow|write|drop|well|one|two)$/i;

/** Words with commas between them. */
function list(text: string): string[] {
  return text.trim().split(/,\s+/);
}

/** Kinds of graded work. A name with one of these in it is the name of something graded. */
export const WORK_NOUNS: readonly string[] = list(`
  homework, hw, assignment, problem set, pset, p-set, quiz, quizze, quizzes, test, exam, examination, midterm,
  mid-term, final, lab, laboratory, laboratorie, project, paper, essay, report, presentation, participation,
  attendance, discussion, forum, portfolio, journal, log, logbook, response, exercise, worksheet, classwork,
  coursework, practical, studio, critique, performance, recital, speech, speeche, debate, seminar, tutorial, workshop,
  poster, thesis, dissertation, proposal, draft, reflection, blog, post, case study, case studie, case note, memo,
  simulation, fieldwork, field trip, notebook, sketchbook, translation, vocabulary, oral, viva, capstone, prototype,
  demo, demonstration, review, self-assessment, engagement, preparation, warm-up, warmup, clicker, poll, task,
  activity, activitie, checkpoint, milestone, bibliography, interview, concert, composition, dictation, listening,
  drill, practice, citizenship, professionalism, effort, group work, groupwork, teamwork, notes, reading, rehearsal,
  jury, sketch, design, program, code, exit ticket, unit, module, benchmark, assessment, problem, production, piece,
  article, script, story, storie, poem, map, dataset, analysis, commentary, bell work, do now, entry ticket,
  peer feedback, summary, summarie, abstract, outline, skills check, check, check-in, survey, conference, service,
  volunteering, internship, placement, observation, lesson plan, pop quiz, prelim, hour exam, class work, safety,
  sheet, drawing, painting, photograph, shoot, exhibition, sculpture, print, video, podcast, film, packet, binder,
  bell ringer, experiment, briefing, briefe, brief, squib, sprint, build
`);

/** Work of which there is one thing going on, not one piece. */
export const ONGOING =
  /\b(home ?work|hw|participation|attendance|class ?work|course ?work|engagement|fieldwork|preparation|practice|citizenship|professionalism|effort|group ?work|teamwork|listening|vocabulary|reading|bell work|discussion|lab work|studio work|service|safety)$/i;

/** Names in the plural whose last letter says nothing. */
export const SINGULAR_IN_S =
  /\b(thesis|analysis|synthesis|class|bus|process|progress|canvas|chorus|physics|basis|hypothesis|statistics|mathematics|ethics)$/i;

/** What stands before a name and is none of it. */
export const BEFORE_NAME =
  /^(?:(?:(?:the|your|this) )?(?:final |course |overall |class |term |semester )*(?:grades?|marks?)(?= (?:is|are|will|consists?|comes?|depends?|in))|(?:the|your|our|a|an|any|all|each|every|his|her|their|my|and|or|plus|also|then|finally|lastly|first|there (?:will be|are|is)|there'll be|(?:(?:the|this) )?(?:course|class|module|term|semester) (?:has|includes|contains|features|requires|consists of)|(?:you|students|we|everyone|each student|participants|i)(?:'ll| will| must| should| shall| may| can| also)* (?:have|take|write|complete|submit|do|give|keep|hand in|turn in|prepare|present|create|make|build|produce|sit|attend|post|maintain)|together with|along with|together|(?:will )?consists? of|(?:is|are|will be) (?:based|determined|computed|calculated|made(?: up)?|composed|weighted|derived|divided|formed|distributed|split) (?:on|from|by|as follows|as|of|among|between|into)|includ(?:es|ing)|comes? from|from|by|on|of|for|in|with|is|are|as follows|follows|grad(?:e|es|ing) breakdown|grading|assessment|evaluation|weights?|breakdown|approximately|about|exactly|only|remaining|required|graded)(?=[\s:,;])[\s:,;–-]{1,4})/i;

/** What leads to a list of parts: what stands before its end is none of them. */
export const INTRO =
  /^.{0,90}?\b(?:(?:based|determined|decided|measured|evaluated|computed|calculated|composed|made up|made|derived|formed|split|divided|distributed|weighted|graded|assessed|broken down)(?: out)? (?:on|upon|from|by|of|as follows|among|between|into)|consists? of|comes? from|depends? on|as follows|the following|weighting is|breakdown is)\b[\s:]*(?:the following\b[\s:]*)?/i;

/** What stands between a name and its amount. */
export const JOINERS =
  /(?:[\s:;,=.…·|@×/–-]|\b(?:contributes?|makes? up|mak(?:e|es) up|accounts? for|is|are|comprises?|counts? for|be|carries) the (?:final|last)|(?<!-)\b(?:is|are|was|be|will|together|each|all|worth|count(?:s|ing)?|makes?|mak(?:e|es|ing)|up|accounts?|accounting|contributes?|contributing|carr(?:y|ies)|comprises?|constitutes?|represents?|for|as|to|toward|towards|total(?:s|ing)?|weigh(?:s|ted|t)?|weighing|a|an|the|in|at|of|by|approximately|about|exactly|combined|collectively|altogether|up|value|valued|equal(?:s)?|remaining|another|further|additional|only|roughly|that|which|will|they|it|'re|'s|determined|decided|based|computed|calculated))+$/i;

/** What stands between an amount and the name after it. */
export const JOINERS_AFTER =
  /^(?:[\s:=.…·|–-]|\b(?:(?:final |course |total |overall |semester |term |class |module )+(?=grade|mark)|grade|mark|of|your|the|is|are|will|be|comes?|coming|based|determined|by|on|from|for|goes|to|towards?|a|an|given|each|made|up|depends?|allocated|assigned|awarded|decided|set|formed|earned)\b)+/i;

/** What looks like a name with an amount and is none. */
export const NO_NAME =
  /\b(totals?|sum|students?|class average|average|minimum|maximum|passing|per day|penalt(y|ies)|late|off|deduct(ed|ion)?s?|lose|loses|lost|tuition|refund|fee|fees|discount|chance|probability|people|population|enrollment|scale|cut-?offs?|threshold|office|phone|room|grade of|or (above|higher|better|more|below|less)|at least|at most|fewer|more than|less than|plagiari[sz]|above|below|between|curve|humidity|accuracy|confidence|your (grade|mark)|final grade|course grade|the grade|grade$|percent(age)?s?|points?|pts|marks?|weights?|accommodations?|battery|similarity|extension|absen(ce|t)s?|rounded|missed|missing|tardy|tardies|excused|deadline|copyright|edition|isbn|chapters? \d|pages?|[\d,]+ words|(?:\d|office|credit) hours?|credits?|\d weeks?|\d minutes?|\d days?|until|before|after|version|price)\b/i;

/** Names of months and days, which no graded thing is called. */
export const DATE_WORD =
  /^(jan(uary)?|feb(ruary)?|mar(ch)?|apr(il)?|may|june?|july?|aug(ust)?|sept?(ember)?|oct(ober)?|nov(ember)?|dec(ember)?|mon(day)?|tue(s|sday)?|wed(nesday)?|thu(r|rs|rsday)?|fri(day)?|sat(urday)?|sun(day)?|week|fall|spring|summer|winter|autumn|due)\b/i;

/** Heads that open a part of a syllabus, by what stands in the part. */
export const SECTIONS: readonly (readonly [SectionName, RegExp])[] = [
  [
    'scale',
    /\b(grading scale|grade scale|letter grades?|scale|cut-?offs?|grade boundaries|grade bands|grade (ranges?|equivalents?|conversion))\b/i,
  ],
  [
    'late',
    /\b(late (work|polic|assign|submi|homework|penalt)|lateness|make-?ups?|missed (work|exam|assign)|missing work|deadlines|extensions)/i,
  ],
  [
    'weights',
    /\b(grading|grade (breakdown|weights?|components?|distribution|composition)|grades?$|assess(ment|ed)|evaluation|weight(s|ing)?|how you are graded|course requirements|requirements|graded (work|components)|marking|breakdown|what counts|components?|points)\b/i,
  ],
  [
    'dates',
    /\b(schedule|calendar|important dates|key dates|timetable|due dates|deadlines|course outline|dates)\b/i,
  ],
  [
    'talk',
    /\b(office hours|contact|instructor|teaching assistants?|textbooks?|required (texts?|materials)|materials|prerequisites?|description|objectives|learning (outcomes|goals)|integrity|honesty|accommodations?|disabilit|conduct|resources|wellness|diversity|technology|communication|covid|health|title ix|support|about (the|this) course|welcome|honor code|land acknowledg|statement)\b/i,
  ],
];

export type SectionName = 'weights' | 'scale' | 'late' | 'dates' | 'talk';

/** Words for which a line that was not understood is shown: it may say a rule. */
export const LOOKS_LIKE_RULE =
  /(\d\s?%|\bpercent|\bpoints?\b|\bpts\b|\bdrop(s|ped)?\b|\blate\b|\bextra credit|\bbonus|\bround(s|ed|ing)?\b|\bexcused?\b|\bpenalt|\bweigh|\blowest|\bhighest\b|\bbest \d|\breplac|\bmissed\b|\bmissing\b|\bmake-?up|\bcurved?\b|\bcurving|\bpass(es|ing)?\b|\bgrades?\b|\bgraded\b|\babsen(t|ce)|\bzero\b|\btip the balance|\bparticipation)/i;

/** Heads of columns, by what stands in them. */
export const COLUMNS: readonly (readonly [ColumnOfTable, RegExp])[] = [
  [
    'weight',
    /^(weight(ing)?s?|%|percent(age)?s?( of (final |course |total )?grade)?|% of (final |course |total )?(grade|mark)|share|value|worth|contribution|grade %|weight \(?%\)?|percent of (final |course |total )?grade|proportion|portion)$/i,
  ],
  [
    'each',
    /^(points? each|pts\.? each|each|points? per( item| piece)?|per item|points? \(?each\)?|worth each|marks each)$/i,
  ],
  [
    'points',
    /^(points?|pts\.?|marks?|possible|points possible|max(imum)? (points?|marks?)|total points|total)$/i,
  ],
  [
    'pieces',
    /^(number|no\.?|#|count|how many|quantity|qty\.?|n|how often|number of (items|assignments|pieces)|items)$/i,
  ],
  ['drop', /^(drops?|dropped|lowest dropped|drop lowest|# dropped|number dropped)$/i],
  ['due', /^(due|due (date|on|by)|date|when|deadline|day|date due)$/i],
  [
    'name',
    /^(component|category|assignments?|assessments?( (task|item|type))?|item|task|work|activity|name|type|requirement|element|part|graded (work|item)|what|kind of work|course component|grade component|evaluation|coursework|deliverable|piece)$/i,
  ],
  ['note', /^(notes?|description|details?|comments?|remarks?|policy|rules?|week|topics?)$/i],
];

export type ColumnOfTable = 'name' | 'weight' | 'points' | 'each' | 'pieces' | 'drop' | 'due' | 'note';

/** What a line says where it adds all up. */
export const TOTAL =
  /^(?:(?:grand|course|overall|final)\s)?(?:total|sum)(?:\s(?:points?|possible|percent(?:age)?|weight|marks|for (?:the )?course|course grade|grade))*\b/i;
