import type { Assessment, Category, Course } from '@fidens/core';

/** A course of `groups` categories of `each` pieces, a third of them open, one dropped in each, with 12 bands. */
export function largeCourse(groups: number, each: number): Course {
  return {
    format: 'fidens-course',
    version: 1,
    title: `${groups * each} pieces`,
    scale: {
      round: { step: '0.1' },
      bands: Array.from({ length: 12 }, (_, index) => ({
        label: `L${index}`,
        from: String(index === 11 ? 0 : 95 - index * 5),
      })),
    },
    root: {
      kind: 'category',
      id: 'course',
      name: 'Course',
      combine: 'weights',
      children: Array.from({ length: groups }, (_, group) => category(group, groups, each)),
    },
  };
}

function category(group: number, groups: number, each: number): Category {
  return {
    kind: 'category',
    id: `g${group}`,
    name: `Category ${group}`,
    combine: group % 2 === 0 ? 'points' : 'equal',
    weight: String(Math.round(100 / groups)),
    drop: { lowest: 1, by: group % 2 === 0 ? 'benefit' : 'percent' },
    children: Array.from({ length: each }, (_, index) => piece(group, index)),
  };
}

function piece(group: number, index: number): Assessment {
  const possible = 10 + ((group * 7 + index * 3) % 9) * 5;
  const base = {
    kind: 'assessment',
    id: `g${group}p${index}`,
    name: `Piece ${index}`,
    possible: String(possible),
  } as const;
  if (index % 3 === 2) return base;
  const points = (possible * (60 + ((index * 13 + group * 5) % 40))) / 100;
  return { ...base, status: 'scored', score: { points: points.toFixed(1) } };
}
