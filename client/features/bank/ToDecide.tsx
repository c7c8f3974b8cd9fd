import type { LineView, StatementView } from '@abacist/contracts';
import { useEffect, useRef, useState } from 'react';
import { useShop } from '~/api/session';
import { UnknownLine } from '~/features/lineMeanings';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Column, Line, Sheet } from '~/ui/Box';
import { ListLink } from '~/ui/ListLink';
import { BigMoney } from '~/ui/Money';
import { OneOfMany } from '~/ui/OneOfMany';
import { Tag } from '~/ui/Tag';
import { Body, Heading } from '~/ui/Text';
import { decisionsOf, placeIn, type Decision } from './decisions';
import { Proposed } from './Proposed';
import { Reserved } from './Reserved';
import { Taught } from './Taught';

/** What a person decides of a statement, one after the other, each with all its answers. */
export function ToDecide({ view }: { view: StatementView }) {
  const t = useWords();
  const { today } = useShop();
  const [shown, setShown] = useState<{ key: string; index: number } | null>(null);
  const all = decisionsOf(view, today);
  const index = placeIn(all, shown);
  const decision = all[index];
  const head = useRef<HTMLDivElement>(null);
  const key = decision?.key;
  const before = useRef(key);
  useEffect(() => {
    // Where a longer one was read to its end, the next one would begin out of sight.
    if (before.current !== key) head.current?.scrollIntoView({ block: 'nearest' });
    before.current = key;
  }, [key]);
  if (!decision) return null;
  const go = (steps: number) => {
    const to = (index + steps + all.length) % all.length;
    setShown({ key: all[to]!.key, index: to });
  };
  return (
    <Column gap="$3" render="section" aria-label={t('statement.toDecide')}>
      <div ref={head}>
        <Heading size="section" paddingHorizontal="$4">
          {t('statement.toDecide')}
        </Heading>
      </div>
      <OneOfMany
        at={t('statement.decisionAt', { at: index + 1, count: all.length })}
        before={{ label: t('statement.decisionBefore'), go: () => go(-1) }}
        after={
          all.length > 1 ? { label: t('statement.decisionAfter'), go: () => go(1) } : null
        }
      >
        <One key={decision.key} decision={decision} bankAccountId={view.bankAccountId} />
      </OneOfMany>
    </Column>
  );
}

function One({ decision, bankAccountId }: { decision: Decision; bankAccountId: number }) {
  switch (decision.kind) {
    case 'proposal':
      return <Proposed proposal={decision.proposal} bankAccountId={bankAccountId} />;
    case 'taught':
      return <Taught lines={decision.lines} />;
    case 'reserved':
      return (
        <>
          <Reserved {...decision.reserved} answered />
          <UnknownLine line={{ ...decision.reserved.line, bankAccountId }} />
        </>
      );
    case 'open':
      return <Unknown line={decision.line} bankAccountId={bankAccountId} />;
  }
}

/** A line in large figures, and below it what it may be. */
function Unknown({ line, bankAccountId }: { line: LineView; bankAccountId: number }) {
  const t = useWords();
  const dates = useDates();
  return (
    <>
      <Sheet>
        <ListLink to={`/lines/${line.id}`}>
          <Column flex={1} minWidth={0} gap="$2" paddingVertical="$2">
            <Line justifyContent="space-between" alignItems="center" gap="$3">
              <Body tone="faded">{dates.day(line.date)}</Body>
              <Tag tone="loose" label={t('statement.status_open')} />
            </Line>
            <BigMoney minor={line.amountMinor} />
            <Body>{line.text}</Body>
          </Column>
        </ListLink>
      </Sheet>
      <UnknownLine line={{ ...line, bankAccountId }} />
    </>
  );
}
