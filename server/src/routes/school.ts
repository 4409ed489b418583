import { Router, type Request, type Response } from 'express';
import { schoolCalendar } from '../school/calendar';
import { courseCsv, coursePage, indexPage } from '../school/pages';
import { schoolCourses, type SchoolCourse } from '../school/records';

/**
 * The simulated school, where sample data is on: pages, the same as CSV, and calendars of due days. It stands for the outside world: nothing of
 * ours reads it but as anybody would.
 */
export function schoolRoutes(): Router {
  const router = Router();
  const about =
    (send: (response: Response, course: SchoolCourse) => void) =>
    (request: Request<{ course: string }>, response: Response, next: () => void) => {
      const course = schoolCourses().find(({ slug }) => slug === request.params.course);
      if (course) send(response, course);
      else next();
    };

  router.get('/', (_request, response) => {
    response.type('html').send(indexPage(schoolCourses()));
  });
  router.get('/calendar.ics', (_request, response) => {
    response.type('text/calendar').send(schoolCalendar(schoolCourses()));
  });
  router.get(
    '/:course.csv',
    about((response, course) => {
      response.type('text/csv').attachment(`${course.slug}.csv`).send(courseCsv(course));
    }),
  );
  router.get(
    '/:course.ics',
    about((response, course) => {
      response.type('text/calendar').send(schoolCalendar([course]));
    }),
  );
  router.get(
    '/:course',
    about((response, course) => {
      response.type('html').send(coursePage(course));
    }),
  );
  return router;
}
