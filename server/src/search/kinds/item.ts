import { findItems } from '../../items/read';
import { MOST_HITS, type HitOf, type SearchRoom } from '../room';

/** Items by code, barcode or a part of their name. */
export const item: SearchRoom<HitOf<'item'>> = {
  needs: 'GET /items/:id',
  async find({ db }, { text }) {
    const { items } = await findItems(db, text);
    return items.slice(0, MOST_HITS).map(({ id, name, code, priceMinor }) => ({
      kind: 'item',
      id,
      name,
      code,
      priceMinor,
    }));
  },
};
