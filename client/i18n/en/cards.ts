import { disputes } from './disputes';
import { funding } from './funding';
import { processors } from './processors';
import { settlements } from './settlements';
import { statementFiles } from './statementFiles';
import { tables } from './tables';

/** What only the screens about cards, who pays them out, and files made out by a person say: it comes with them. */
export const cards = {
  ...disputes,
  ...funding,
  ...processors,
  ...settlements,
  ...statementFiles,
  ...tables,
};
