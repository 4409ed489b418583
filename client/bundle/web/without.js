const sets = new WeakMap();

/** `const { one, ...rest } = source` for older browsers, which looks through the list for each property: here the list is a set. */
export default function objectWithoutPropertiesLoose(source, names) {
  let set = sets.get(names);
  if (!set) sets.set(names, (set = new Set(names)));
  const rest = {};
  for (const name in source) if (!set.has(name) && Object.hasOwn(source, name)) rest[name] = source[name];
  return rest;
}
