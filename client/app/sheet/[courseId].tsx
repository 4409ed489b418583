import { behindDoor } from '@/shell/door';
import { later } from '@/shell/later';
import { PageFrame } from '@/shell/page-frame';

const SheetScreen = later('SheetScreen');

export default behindDoor(Sheet);

/** It stands outside the places: nothing is around what is printed. */
function Sheet() {
  return (
    <PageFrame>
      <SheetScreen />
    </PageFrame>
  );
}
