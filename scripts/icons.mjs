import { writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { HOME } from './say.mjs';

/**
 * Writes `client/src/theme/icon-paths.ts`: the few paths that we draw, out of the seven thousand of @mdi/js, which would all be
 * shipped if the application imported them. Run it after changing the list.
 */
const ICONS = {
  check: 'mdiCheck',
  close: 'mdiClose',
  'chevron-down': 'mdiChevronDown',
  'chevron-left': 'mdiChevronLeft',
  'chevron-up': 'mdiChevronUp',
  'chevron-right': 'mdiChevronRight',
  delete: 'mdiTrashCanOutline',
  download: 'mdiTrayArrowDown',
  grip: 'mdiDragVertical',
  magnify: 'mdiMagnify',
  plus: 'mdiPlus',
  redo: 'mdiRedo',
  undo: 'mdiUndo',
};

const paths = createRequire(join(HOME, 'client', 'package.json'))('@mdi/js');
const lines = Object.entries(ICONS).map(([name, icon]) => `  '${name}': '${paths[icon]}',`);
writeFileSync(
  join(HOME, 'client/src/theme/icon-paths.ts'),
  `/** Written by scripts/icons.mjs from @mdi/js: change the list there. */\nexport const ICON_PATHS = {\n${lines.join('\n')}\n} as const;\n`,
);
