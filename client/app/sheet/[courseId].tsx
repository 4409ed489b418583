import { behindDoor } from '@/shell/door';
import { later } from '@/shell/later';

export default behindDoor(later('SheetScreen'));
