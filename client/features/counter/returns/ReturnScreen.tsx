import { useState } from 'react';
import { useReturnable } from '../useCounter';
import { useCounterSettings } from '~/features/catalogue';
import { useWords } from '~/i18n';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { FindSale } from './FindSale';
import { OfSale } from './OfSale';
import { WithoutSale } from './WithoutSale';

/** The other face of the ticket: find the sale, choose what comes back, say why. */
export function ReturnScreen({
  saleId,
  find,
}: {
  saleId: number | null;
  /** What is looked for at first. */
  find: string;
}) {
  const t = useWords();
  const settings = useCounterSettings();
  const sale = useReturnable(saleId ?? undefined);
  const [withoutSale, setWithoutSale] = useState(false);
  return (
    <Screen eyebrow={t('shell.counter')} title={t('returns.title')} back="/counter">
      <Query of={settings}>
        {(data) =>
          saleId !== null ? (
            <Query of={sale}>{(found) => <OfSale settings={data} sale={found} />}</Query>
          ) : withoutSale ? (
            <WithoutSale settings={data} />
          ) : (
            <FindSale first={find} onWithoutSale={() => setWithoutSale(true)} />
          )
        }
      </Query>
    </Screen>
  );
}
