/** What the server is told by its environment. */
export interface Configuration {
  readonly databaseUrl: string;
  readonly port: number;
  /** Address to listen on; the loopback unless said. */
  readonly host: string;
  /** Signs the session cookies; the same for every process that shares a database. */
  readonly sessionSecret: string;
  /** Whether the sample student can sign in with one tap. */
  readonly sampleData: boolean;
  /** Whether cookies are sent over HTTPS only. */
  readonly secureCookies: boolean;
  /** Folder of the built application, if it is served from here. */
  readonly applicationFolder: string | undefined;
}

/**
 * Reads the configuration.
 *
 * @param environment - `DATABASE_URL`, `SESSION_SECRET`, `PORT`, `HOST`, `FIDENS_SAMPLE_DATA` (`on`), `FIDENS_SECURE_COOKIES` (`on`),
 *   `FIDENS_APPLICATION`
 * @throws a sentence that names what is missing or wrong
 */
export function readConfiguration(environment: NodeJS.ProcessEnv): Configuration {
  const required = (name: string) => {
    const value = environment[name];
    if (!value) throw new Error(`${name} is not set.`);
    return value;
  };
  const port = Number(environment.PORT ?? '4310');
  if (!Number.isInteger(port) || port < 0 || port > 65_535) {
    throw new Error(`PORT must be a number from 0 to 65535, not "${environment.PORT}".`);
  }
  return {
    databaseUrl: required('DATABASE_URL'),
    port,
    host: environment.HOST ?? '127.0.0.1',
    sessionSecret: required('SESSION_SECRET'),
    sampleData: environment.FIDENS_SAMPLE_DATA === 'on',
    secureCookies: environment.FIDENS_SECURE_COOKIES === 'on',
    applicationFolder: environment.FIDENS_APPLICATION,
  };
}
