import type { Knex } from 'knex';
import * as firstLight from './001-first-light';
import * as library from './002-library';
import * as sweep from './003-sweep';
import * as rehearsals from './004-rehearsals';
import * as nothingLost from './005-nothing-lost';
import * as scales from './006-scales';
import * as conditions from './007-conditions';
import * as school from './008-school';
import * as feeds from './009-feeds';
import * as terms from './010-terms';
import * as account from './011-account';
import * as syllabus from './012-syllabus';
import * as keptDocuments from './013-kept-documents';
import * as secondWay from './014-second-way';
import * as mailLinks from './015-mail-links';
import * as remains from './016-remains';
import * as emailLinks from './017-email-links';
import * as accountLog from './018-account-log';
import * as courseClass from './019-course-class';
import * as remainsOfEach from './020-remains-of-each';

/** Every migration in order; a new one is added at the end and never changed once it has been released. */
export const migrations: Record<string, Knex.Migration> = {
  '001-first-light': firstLight,
  '002-library': library,
  '003-sweep': sweep,
  '004-rehearsals': rehearsals,
  '005-nothing-lost': nothingLost,
  '006-scales': scales,
  '007-conditions': conditions,
  '008-school': school,
  '009-feeds': feeds,
  '010-terms': terms,
  '011-account': account,
  '012-syllabus': syllabus,
  '013-kept-documents': keptDocuments,
  '014-second-way': secondWay,
  '015-mail-links': mailLinks,
  '016-remains': remains,
  '017-email-links': emailLinks,
  '018-account-log': accountLog,
  '019-course-class': courseClass,
  '020-remains-of-each': remainsOfEach,
};
