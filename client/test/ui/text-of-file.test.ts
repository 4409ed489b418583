import { textOfFile } from '@/ui/text-of-file';

// What stands in for the browser's own here knows UTF-8 alone.
globalThis.TextDecoder = jest.requireActual<{ TextDecoder: typeof TextDecoder }>('util').TextDecoder;

/** As much of a file as is asked for. */
const file = (bytes: readonly number[]) =>
  ({ arrayBuffer: () => Promise.resolve(new Uint8Array(bytes).buffer) }) as unknown as Blob;

describe('the text of a file', () => {
  test.each<[string, readonly number[], string]>([
    ['UTF-8', [0x4f, 0xcc, 0x88, 0x6c], 'O\u0308l'],
    ['UTF-8 with a mark', [0xef, 0xbb, 0xbf, 0x61], 'a'],
    ['UTF-16, the small end first', [0xff, 0xfe, 0xd6, 0x00, 0x6c, 0x00], 'Öl'],
    ['UTF-16, the large end first', [0xfe, 0xff, 0x00, 0xd6, 0x00, 0x6c], 'Öl'],
    ['Windows-1252, as it is no UTF-8', [0xd6, 0x6c], 'Öl'],
  ])('is read from %s', async (_encoding, bytes, text) => expect(await textOfFile(file(bytes))).toBe(text));
});
