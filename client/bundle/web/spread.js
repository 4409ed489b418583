/** `{ ...one, ...other }` for older browsers, where each property is defined by itself: all of ours assign. */
export default function objectSpread2(target, ...sources) {
  return Object.assign(target, ...sources);
}
