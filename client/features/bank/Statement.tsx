import type { StatementView } from '@abacist/contracts';
import { useMedia } from '@tamagui/core';
import { useStatement } from '~/api/statement';
import { useWords } from '~/i18n';
import { Column } from '~/ui/Box';
import { Query } from '~/ui/Query';
import { Proposed } from './Proposed';
import { Reserved } from './Reserved';
import { Account, WhichAccount } from './StatementAccounts';
import { StatementImportForm } from './StatementImport';
import { AllLines, Lines, Movements } from './StatementLines';
import { useLane } from './store';
import { Taught } from './Taught';
import { ToDecide } from './ToDecide';

/**
 * The statement: what a person must look at first, then every line with its match. Where there is room all of it
 * stands below each other; on a phone one line at a time.
 */
export function StatementLane() {
  const media = useMedia();
  const shown = useLane(({ accountId }) => accountId);
  const statement = useStatement(shown);
  return (
    <Query of={statement}>
      {(view) => (
        <Column gap="$4" paddingBottom="$5">
          <StatementImportForm />
          <WhichAccount view={view} />
          {media.desk ? (
            <AllToDecide view={view} />
          ) : (
            <ToDecide key={view.bankAccountId} view={view} />
          )}
          <Account view={view} />
          <Movements movements={view.openMovements} />
          <AllLines key={view.bankAccountId} bankAccountId={view.bankAccountId} />
        </Column>
      )}
    </Query>
  );
}

function AllToDecide({ view }: { view: StatementView }) {
  const t = useWords();
  return (
    <>
      {view.proposals.map((proposal, i) => (
        <Proposed key={i} proposal={proposal} bankAccountId={view.bankAccountId} />
      ))}
      {view.reserved.map((one) => (
        <Reserved key={one.line.id} {...one} />
      ))}
      <Taught lines={view.openLines} />
      <Lines
        title={t('statement.unknown')}
        lines={view.openLines.filter(({ taught }) => taught === null)}
      />
    </>
  );
}
