export { writeCourse } from './formats/course-file';
export { type FormatName, formatNamed, FORMATS } from './formats/format';
export { isPdf } from './incoming/bytes';
export { type Copied, INCOMING_LIMITS, type Source, type SourceFile } from './incoming/source';
export { COLUMN_KINDS, type ColumnKind } from './incoming/vocabulary';
export { type CategoryRules, RULE_NAMES } from './rules';
export { type Curve } from './rules/curve/form';
export { type Deduct } from './rules/deduct/form';
export { type Drop } from './rules/drop/form';
export { type LatePolicy } from './rules/late/form';
export { penaltyOf } from './rules/late/lateness';
export { LIMITS } from './rules/limits';
export { type MissingPolicy } from './rules/missing/form';
export { type Planned } from './rules/planned/form';
export { type Replace } from './rules/replace/form';
export { type Round } from './rules/round/form';
export { schemeWeight } from './rules/schemes';
export { type Scheme } from './rules/schemes/form';
export { exact, floating } from './numbers/arithmetic';
export {
  type Decimal,
  isDecimal,
  isRealMoment,
  momentText,
  shortestDecimal,
  typedDecimal,
} from './numbers/decimal';
export { decimalSchema, inWords, positiveDecimalSchema } from './numbers/schemas';
export {
  decimalText,
  fractionOfPercent,
  HUNDRED,
  ONE,
  rational,
  type Rational,
  ZERO,
} from './numbers/rational';
export {
  credentialsSchema,
  emailChangeSchema,
  type GpaSettings,
  gpaSettingsSchema,
  libraryNameSchema,
  emailLinkSchema,
  linkSchema,
  mailAddressSchema,
  nameSchema,
  passwordAgainSchema,
  passwordChangeSchema,
  recoverySchema,
  registrationSchema,
  termSchema,
} from './document/account-schema';
export {
  type Assessment,
  type Band,
  type Category,
  type ClassFigures,
  type Combine,
  type Course,
  type CourseNode,
  type Figure,
  type Official,
  officialText,
  type Policy,
  type Requirement,
  type Scale,
  type SchoolFigure,
  type Score,
  type Second,
  type SecondGroup,
  type Status,
  statusOf,
  type Target,
} from './document/course';
export { checkCourse, checkScale } from './document/course-file';
export { assessmentFields, courseFields } from './document/course-schema';
export { type DayOrder, readDay } from './document/day';
export {
  type Entry,
  type EntryReading,
  type EntrySet,
  entryText,
  readEntry,
  STATE_WORDS,
} from './document/entry';
export { isSame } from './document/same';
export { scaleFor, withWorths } from './document/scale';
export { LEVEL_SCALES, SCALE_PRESETS } from './document/scale-presets';
export { find, isCounted, isDeduction, nodesIn, pieces, type Placed, walk } from './document/tree';
export { check, type Checked, depthFault, type Fault, JOI_OPTIONS } from './document/validation';
export { type Assumption, type Derivation, deriveCategory, type Part } from './grading/combine';
export {
  bandOf,
  courseLetters,
  type Letter,
  letterOf,
  type Letters,
  lettersOf,
  rounded,
  shownPercent,
  thresholdOf,
} from './grading/letter';
export { type OutlookName, type Outlooks, OUTLOOKS, outlooks, STANDING } from './grading/outlook';
export { planCourse, type PlannedPiece } from './grading/plan';
export { type Problem, problems, regularChildren, weightTotal } from './grading/problems';
export { type Judged } from './grading/requirement';
export { fromUnit, gradeInUnit, inUnit } from './grading/unit';
export { type PieceStep, pieceSteps, sharesOf } from './grading/working';
export { pair, type PairPoint } from './search/pair';
export { type PointsToGo, pointsToGo } from './search/points-to-go';
export { type Potential, type Potentials, potentials } from './search/potential';
export { type BandReach, goalsOf, reach } from './search/reach';
export { type Alone, solve, solveLargest } from './search/solve';
export { swings } from './search/swing';
export { type Goal } from './search/trial';
export { Variation } from './search/variation';
export { type AccountArchive, checkArchive, checkingArchive } from './editing/account-archive';
export { type Along, type Hanging, takingAlong } from './editing/along';
export { applyEdits } from './editing/apply-edits';
export { puttingBack, type SeenChange, without } from './editing/change';
export { type Collision, collisions } from './editing/collision';
export { decide, type Decided } from './editing/decide';
export { difference, replacement } from './editing/difference';
export { changingScale, courseSetting, type Edit, type NodeFields, setting } from './editing/edit';
export { checkEdits } from './editing/edit-schema';
export { handedInNow } from './editing/handed-in';
export { type PastChange, type PastStep, pastSteps, reversal } from './editing/history';
export { countingDouble, type Recombination, recombinations } from './editing/recombine';
export { type NextTry, type Rehearsal, rehearse, type Try, withTry } from './editing/rehearsal';
export { checkRehearsal } from './editing/rehearsal-schema';
export { copyRules, listsPieces, rulesAlone, ruleSheet, withSheet } from './editing/rule-sheet';
export { scaleToHundred, spreadRest, weighed } from './editing/weights';
export { answer } from './insight/answer';
export {
  chance,
  type Chance,
  CHANCE_RUNS,
  type ChanceAssumptions,
  type NoChance,
  simulate,
  USUAL_ASSUMPTIONS,
} from './insight/chance';
export { type Effect, effectOf, type Participation, type ShownGrade } from './insight/effect';
export {
  type Combinations,
  combinations,
  type CombinedCourse,
  type PossibleLetter,
} from './insight/combinations';
export { nextLetters } from './insight/next-letters';
export { type Gpa, gpa, isSameCourse, gpaText, type LeftOut, neededMean, USUAL_GPA } from './insight/gpa';
export { halvesOf, partAsCourse } from './insight/half';
export { byKinds, secondCourse } from './insight/second-way';
export {
  type Extent,
  extentOf,
  type Headline,
  headline,
  headlinePhrases,
  isInCeiling,
  nameOf,
  needWords,
  type Phrase,
  shownLevel,
} from './insight/headline';
export { largestMove, overTime, standingAt, type StandingThen } from './insight/over-time';
export { deciding, requirementTake } from './insight/requirement-take';
export { pooledPoints, ribbon, type Segment, settledPoints, sketch } from './insight/ribbon';
export { type WeightingLead, weightingLeads } from './insight/weighting-lead';
export { type Difference, type DifferenceCode, differencesIn } from './school/differences';
export { explain, explaining } from './school/explain';
export { agreeing, figureText, readFigure, schoolFigure } from './school/figure';
export { figureJson, plainAnswer, type PlainFigureAnswer } from './school/figure-answer';
export {
  type Compared,
  type FieldDifference,
  type ListChoice,
  listEdits,
  type OnlyThere,
  type Pair,
  takenKey,
} from './school/list/choice';
export { differenceWords, explanationWords } from './school/words';
export { factKey, isTyped } from './syllabus/fact-key';
export { ABOUT_COURSE } from './syllabus/facts';
