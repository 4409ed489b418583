/** For a field whose size is set: what is typed in it is laid out by itself, and not the page around it. What is around the field has its size, too. */
export const APART = {
  // What is sized by a row or column that it stands in would be laid out with it.
  around: { display: 'block' },
  field: { display: 'block', contain: 'size layout' },
} as Record<'around' | 'field', object>;
