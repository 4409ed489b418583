/** The configuration of the server that is measured, but for its database. */
export const BENCH_CONFIGURATION = {
  port: 0,
  host: '127.0.0.1',
  sessionSecret: 'only for the bench',
  sampleData: true,
  migrates: true,
  waiting: 1_000,
  patience: 15_000,
  metricsPort: undefined,
  secureCookies: false,
  trustProxy: false,
  connections: 14,
  mail: undefined,
  applicationFolder: undefined,
};
