import { disputes } from './disputes';
import { funding } from './funding';
import { processors } from './processors';
import { settlements } from './settlements';

/** What only the screens about cards and who pays them out say: it comes with them. */
export const cards = { ...disputes, ...funding, ...processors, ...settlements };
