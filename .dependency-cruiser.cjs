/**
 * The borders of the house (docs/architecture.md draws them). Rooms are listed from the ground up: each may import rooms before it,
 * never one after it; features never each other; nothing anything in a circle.
 */
const CORE = [
  'numbers',
  'rules',
  'document',
  'formats',
  'incoming',
  'grading',
  'search',
  'editing',
  'syllabus',
  'insight',
  'school',
  'outgoing',
];
const CLIENT = [
  'theme',
  'ui',
  'wording',
  'rules',
  'data',
  'model',
  'course-ui',
  'features',
  'pages',
  'shell',
];

const SERVER = ['models', 'http', 'account', 'courses', 'routes'];

/** Of a house with rooms from the ground up: no room knows one above it. */
const upward = (home, rooms) =>
  rooms.slice(0, -1).map((room, index) => ({
    name: `${home}: ${room} knows nothing above it`,
    severity: 'error',
    from: { path: `^${home}/${room}/` },
    to: { path: `^${home}/(${rooms.slice(index + 1).join('|')})/` },
  }));

module.exports = {
  forbidden: [
    { name: 'no circles', severity: 'error', from: {}, to: { circular: true } },
    ...upward('core/src', CORE),
    {
      name: 'editing does not search',
      severity: 'error',
      from: { path: '^core/src/editing/' },
      to: { path: '^core/src/search/' },
    },
    {
      name: 'the core is entered by its door',
      comment:
        'From outside the core is what core/src/index.ts exports, core/src/reading.ts for what reads files and lists, core/src/writing.ts for what writes for other programs, core/src/syllabus.ts for what reads a syllabus, core/src/pdf.ts for the text of a PDF, and core/src/texts.ts for plain texts alone.',
      severity: 'error',
      from: { pathNot: '^core/' },
      to: { path: '^core/src/(?!index|reading|writing|texts|syllabus\\.ts|pdf\\.ts)' },
    },
    ...upward('client/src', CLIENT),
    ...upward('server/src', SERVER),
    {
      name: 'courses do not know whose account they are in',
      severity: 'error',
      from: { path: '^server/src/courses/' },
      to: { path: '^server/src/account/' },
    },
    {
      name: 'features do not know each other',
      comment: 'What two features need stands in model or course-ui; what puts two together is a page.',
      severity: 'error',
      from: { path: '^client/src/features/([^/]+)/' },
      to: { path: '^client/src/features/([^/]+)/', pathNot: '^client/src/features/$1/' },
    },
    {
      name: 'routes stand on top',
      severity: 'error',
      from: { path: '^client/src/' },
      to: { path: '^client/app/' },
    },
    {
      name: 'workspaces know the core alone',
      severity: 'error',
      from: { path: '^(client|server|cli)/(src|app)/' },
      to: { path: '^(client|server|cli|e2e|bench)/', pathNot: '^$1/' },
    },
    {
      name: 'no orphans',
      comment: 'A file that nobody imports and that no program starts with is left over.',
      severity: 'error',
      from: { orphan: true, path: '^(core|client|server|cli)/src/' },
      to: {},
    },
    {
      name: 'everything resolves',
      severity: 'error',
      from: { path: '^(core|client|server|cli)/' },
      to: { couldNotResolve: true, path: '^[.@]' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)(dist|\\.expo|\\.fidens|test-results)/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: require('node:path').join(__dirname, '.dependency-cruiser.tsconfig.json') },
    enhancedResolveOptions: {
      extensions: ['.ts', '.tsx', '.mjs', '.js', '.json'],
      exportsFields: ['exports'],
      conditionNames: ['import', 'types', 'default'],
    },
  },
};
