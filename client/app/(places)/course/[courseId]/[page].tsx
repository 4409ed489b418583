/** The address of a page of a course, which the course itself draws. */
export default function CoursePage() {
  return null;
}
