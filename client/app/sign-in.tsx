import { beforeDoor } from '@/shell/door';
import { WaysIn } from '@/shell/later';

export default beforeDoor(WaysIn);
