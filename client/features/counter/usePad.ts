import type { CounterItem, CounterSettings } from '@abacist/contracts';
import { isQuantity } from '@abacist/core/sales';
import { router } from '~/router';
import { useEffect, useRef, useState } from 'react';
import { useShop } from '~/api/session';
import { listed, ticketIsEmpty, useScanner, useTicket } from '~/features/ticket';
import { useWords } from '~/i18n';
import { useMoney } from '~/ui/Money';
import { readEntry } from './entry';
import { useItemSearch } from './useItemSearch';

const QUANTITY = /^\d{1,6}(\.\d{1,3})?$/;

/**
 * What stands in the entry field, what it finds, and what becomes of it: an item by its code or a
 * part of its name, an amount of a department, a quantity for the item that follows.
 */
export function usePad(settings: CounterSettings) {
  const t = useWords();
  const money = useMoney();
  const { currency } = useShop();
  const { addLine } = useTicket();
  const [text, setText] = useState('');
  const [note, setNote] = useState('');
  const [quantity, setQuantity] = useState<string | null>(null);
  const { found, settled, lookUp } = useItemSearch(text);
  const inTurn = useTurns();
  /** Whether the last lookup found nothing: then its text stands in the field again. */
  const missed = useRef(false);
  const entry = readEntry(text, currency);

  const type = (change: string | ((before: string) => string)) => {
    setNote('');
    setText(change);
  };
  const addItem = (item: CounterItem) => {
    if (quantity !== null && !isQuantity(quantity, item.decimals)) {
      setNote(t('refusal.line_decimals', { decimals: item.decimals }));
      return;
    }
    addLine({ itemId: item.id, quantity: quantity ?? '1' }, item);
    setNote('');
    setQuantity(null);
  };
  const addAmount = (departmentId: number, amountMinor: number) => {
    addLine({ departmentId, amountMinor });
    setNote('');
    setQuantity(null);
  };
  const missing = (asked: string, answered: boolean) =>
    t(answered ? 'counter.noSuchCode' : 'refusal.client_unreachable', { text: asked });

  /** What the customer's account buys by default, where this counter sells it. */
  const usualDepartment = () => {
    const usual = listed(useTicket.getState().customer)?.departmentId ?? null;
    return settings.departments.some(({ id }) => id === usual) ? usual : null;
  };

  /** Enter, or the end of a scan: the item of that code, else the first that the text finds. */
  const submit = async () => {
    const asked = text;
    if (entry.kind === 'empty') {
      // Enter twice in a row: what is still looked up goes on the ticket before it is paid.
      await inTurn(() => Promise.resolve());
      if (!missed.current && !ticketIsEmpty(useTicket.getState())) router.push('/counter/pay');
      return;
    }
    missed.current = false;
    // The field is free at once: the next scan may begin while this one is looked up.
    type('');
    const answer = await inTurn(() => lookUp(asked));
    const item = answer?.exact || entry.kind === 'text' ? answer?.items[0] : undefined;
    if (item) return addItem(item);
    const usual = usualDepartment();
    // It takes an amount that names nothing else.
    if (entry.kind === 'amount' && entry.amountMinor > 0 && usual !== null) {
      return addAmount(usual, entry.amountMinor);
    }
    missed.current = true;
    setText((now) => now || asked);
    setNote(
      entry.kind === 'amount'
        ? t('counter.chooseDepartment', { amount: money(entry.amountMinor) })
        : missing(asked, answer !== undefined),
    );
  };

  const scanned = async (barcode: string) => {
    const answer = await inTurn(() => lookUp(barcode));
    const item = answer?.exact ? answer.items[0] : undefined;
    if (item) addItem(item);
    setNote(
      item
        ? t('counter.scanned', { name: item.name })
        : missing(barcode, answer !== undefined),
    );
  };
  useScanner((code) => void scanned(code));
  useBegun(scanned);

  return {
    text,
    entry,
    note,
    quantity,
    found,
    settled,
    type,
    press: (key: string) =>
      type((before) => (/^[\d.]*$/.test(before) ? before + key : key).slice(0, 12)),
    pick: (item: CounterItem) => {
      type('');
      addItem(item);
    },
    pickDepartment: (departmentId: number) => {
      if (entry.kind !== 'amount' || entry.amountMinor <= 0) return;
      type('');
      addAmount(departmentId, entry.amountMinor);
    },
    takeQuantity: () => {
      if (!QUANTITY.test(text) || Number(text) === 0) return;
      setQuantity(text);
      type('');
    },
    submit: () => void submit(),
    scanned: (barcode: string) => void scanned(barcode),
    forgetNote: () => setNote(''),
  };
}
export type PadState = ReturnType<typeof usePad>;

/** A code that was scanned where there is no ticket: on the receipt of the last one. */
function useBegun(scanned: (code: string) => Promise<void>): void {
  const begun = useTicket((state) => state.scanned);
  useEffect(() => {
    if (begun === null) return undefined;
    const turn = setTimeout(() => {
      useTicket.setState({ scanned: null });
      void scanned(begun);
    });
    return () => clearTimeout(turn);
  });
}

/** Lookups one after the other, so that lines stand in the order in which they were scanned. */
function useTurns() {
  const last = useRef<Promise<unknown>>(Promise.resolve());
  return <A>(ask: () => Promise<A>): Promise<A | undefined> => {
    const turn = last.current.then(ask).catch(() => undefined);
    last.current = turn;
    return turn;
  };
}
