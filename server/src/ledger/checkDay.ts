import type { CommandContext } from '../context';
import { refuseWith } from '../http/errors';

/** A day on which something can be recorded now. @throws HttpError 422 `day.future`, `lock.filed` */
export function checkDay({ today, shop }: CommandContext, date: string): void {
  if (date > today) throw refuseWith('day.future', 'date', { today });
  if (shop.filedThrough !== null && date <= shop.filedThrough) {
    throw refuseWith('lock.filed', 'date', { through: shop.filedThrough });
  }
}
