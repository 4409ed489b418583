import type { Course, GpaSettings } from '@fidens/core';

export interface Student {
  id: string;
  name: string;
  email: string;
  sample: boolean;
  /** A fixed today for the sample student; else the clock's. */
  today: string | null;
  /** When all loose ends were last gone through. */
  sweptAt: string | null;
  /** How a GPA is wanted. */
  gpa: GpaSettings;
}

export interface Session {
  student: Student | null;
  sampleAvailable: boolean;
  /** Whether the server sends messages: new accounts and lost passwords go by links then. */
  mailAvailable: boolean;
  /** The server does not know this window's student any more: signed out elsewhere, or the session's time is over. */
  ended?: boolean;
}

/** A course as it is shown: which version of it the server has is nothing to any page. */
export interface ShownCourse {
  id: string;
  termId: string;
  document: Course;
}

/** A course as the server keeps it. */
export interface StoredCourse extends ShownCourse {
  version: number;
  /** The last change of ours that this version holds: it must not be shown on top of it again. */
  holds?: string;
}
