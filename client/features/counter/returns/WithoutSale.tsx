import type { CounterSettings } from '@abacist/contracts';
import { holdsCardNumber } from '@abacist/core/cards';
import { decideReturn, type TicketReturn } from '@abacist/core/sales';
import Plus from 'lucide-react-native/icons/plus';
import X from 'lucide-react-native/icons/x';
import { useDraft } from '~/api/draft';
import { useShop } from '~/api/session';
import { toCatalogue } from '~/features/catalogue';
import { useTicket } from '~/features/ticket';
import { useWords } from '~/i18n';
import { useNumbers } from '~/i18n/useFormat';
import { router } from '~/router';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { Money } from '~/ui/Money';
import { RefusalNote } from '~/ui/Notes';
import { Body } from '~/ui/Text';
import { useTicketRules } from '../useCounter';
import { useListPrice } from '../usePieces';
import { goodsOf, nothingPicked, type Goods, type PickedGoods } from './goods';
import { GoodsPick } from './GoodsPick';
import { Why, type Reason } from './Why';

type Draft = { goods: Goods[]; picked: PickedGoods; priceSource: string; why: Reason };

/** Goods whose sale can’t be found: what they are, the price and where it comes from, why. */
export function WithoutSale({ settings }: { settings: CounterSettings }) {
  const t = useWords();
  const { currency } = useShop();
  const { setReturned } = useTicket();
  const rules = useTicketRules(settings);
  const priceOf = useListPrice(settings);
  // It survives a reload, as the ticket does.
  const [draft, change, drop] = useDraft<Draft>('return-without-sale', {
    goods: [],
    picked: nothingPicked(settings),
    priceSource: '',
    why: { reason: null, condition: 'asNew', feeWaived: false },
  });
  const { goods, picked, priceSource, why } = draft;
  const sourceError = holdsCardNumber(priceSource) ? t('refusal.text_cardNumber') : undefined;
  const pending = goodsOf(picked, settings, priceOf(picked.item), currency);
  const all = pending ? [...goods, pending] : goods;
  const items = all.flatMap(({ item }) => item ?? []);
  const returned: TicketReturn = {
    goods: all.map(({ line }) => line),
    priceSource: priceSource.trim(),
    reason: why.reason ?? settings.reasons[0]?.code ?? '',
    condition: why.condition ?? 'asNew',
    ...(why.feeWaived && { feeWaived: true }),
  };
  const { returnRules, reasons } = settings;
  const decided = decideReturn(returned, {
    catalogue: toCatalogue(settings, items),
    rules,
    returnRules,
    reasons,
    original: null,
  });
  const ready = all.length > 0 && decided.ok && !sourceError && why.reason !== null;
  const put = () => {
    if (!ready) return;
    setReturned(returned, items);
    drop();
    router.replace('/counter');
  };
  const more = () => {
    change({ goods: all, picked: { ...nothingPicked(settings), by: picked.by } });
  };
  return (
    <Column gap="$4" paddingBottom="$5">
      <Column gap="$3" paddingHorizontal="$4">
        <Body tone="faded">{t('returns.withoutSaleText')}</Body>
        <GoodsList
          goods={goods}
          onRemove={(at) => change({ goods: goods.filter((_, i) => i !== at) })}
        />
        <GoodsPick
          settings={settings}
          picked={picked}
          onChange={(to) => change({ picked: to })}
        />
        {pending ? (
          <Button icon={Plus} label={t('returns.anotherGoods')} onPress={more} />
        ) : null}
        <Field
          label={t('returns.priceSource')}
          value={priceSource}
          onChange={(text) => change({ priceSource: text })}
          hint={t('returns.priceSourceHint')}
          maxLength={120}
          error={sourceError}
        />
      </Column>
      <Why settings={settings} value={why} onChange={(to) => change({ why: to })} />
      <Column paddingHorizontal="$4" gap="$3">
        {all.length === 0 || !returned.priceSource ? null : decided.ok ? (
          <Line justifyContent="space-between">
            <Body>{t('returns.refundBefore')}</Body>
            <Money minor={decided.value.totalMinor} strong />
          </Line>
        ) : (
          <RefusalNote refusals={decided.refusals} />
        )}
        <Button
          kind="primary"
          big
          disabled={!ready}
          label={t('returns.putGoods')}
          onPress={put}
        />
      </Column>
    </Column>
  );
}

/** What is on it already. */
function GoodsList({ goods, onRemove }: { goods: Goods[]; onRemove: (at: number) => void }) {
  const t = useWords();
  const { quantity } = useNumbers();
  if (goods.length === 0) return null;
  return (
    <Sheet role="list" aria-label={t('returns.goodsBy')}>
      {goods.map(({ line, name }, i) => (
        <SheetRow key={i} role="listitem" paddingRight="$1">
          <Body flex={1}>
            {'quantity' in line
              ? t('counter.backLine', { quantity: quantity(line.quantity), name })
              : name}
          </Body>
          {'amountMinor' in line ? <Money minor={line.amountMinor} /> : null}
          <Button
            kind="plain"
            icon={X}
            iconOnly
            label={t('counter.removeLine', { name })}
            onPress={() => onRemove(i)}
          />
        </SheetRow>
      ))}
    </Sheet>
  );
}
