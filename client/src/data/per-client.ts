import type { QueryClient } from '@tanstack/react-query';

/** What there is one of for all who ask the same client, made when it is first asked for. */
export function perClient<T>(make: (client: QueryClient) => T): (client: QueryClient) => T {
  const made = new WeakMap<QueryClient, T>();
  return (client) => {
    const known = made.get(client) ?? make(client);
    made.set(client, known);
    return known;
  };
}
