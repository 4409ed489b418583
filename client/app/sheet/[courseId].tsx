import { later } from '@/shell/later';

export default later('SheetScreen');
