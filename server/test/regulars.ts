import type { AccountInput } from '@abacist/contracts';
import { book, ids, type Ids, type Person, type TestShop } from './harness';

export const approval = { approverId: 3, pin: '864286', reason: 'Known for years' };
export const TERMS = { netDays: 30, endOfMonth: false, discountPercent: '2', discountDays: 7 };
export const input = (more: Partial<AccountInput> = {}): AccountInput => ({
  parentId: null,
  limitMinor: 500_00,
  groupLimitMinor: null,
  terms: TERMS,
  graceDays: null,
  statementDay: 1,
  buyersOnly: false,
  buyers: [],
  departmentId: null,
  note: '',
  holdReason: null,
  ...more,
});
export const holder = (name: string) => ({
  name,
  kind: 'firm',
  phone: '',
  email: '',
  address: '',
});
export const pay = (
  chargeAccountId: number,
  amountMinor: number,
  allocations: object[] = [],
  more = {},
) => ({
  kind: 'accountPayment',
  chargeAccountId,
  amountMinor,
  allocations,
  keepCredit: true,
  reason: '',
  ...more,
});
export const codes = ({ body }: { body: any }) =>
  (body.rules ?? body.refusals ?? []).map(({ code }: { code: string }) => code);

/** What the tests of charge accounts do again and again, at a shop. */
export async function regularsOf(shop: TestShop) {
  const id: Ids = await ids(shop);
  let fenella: Person = await shop.as('fenella');
  let osric: Person = await shop.as('osric');
  const open = async (name: string, more: Partial<AccountInput> = {}) => {
    const command = { holder: holder(name), account: input(more) };
    const { status, body } = await fenella.send('/accounts', command, { approval });
    expect({ status, body }).toMatchObject({ status: 200 });
    return body;
  };
  const ring = (command: object, options = {}) =>
    fenella.send(
      '/sales',
      { drawerId: id.drawers['shop'], lines: [], tenders: [], ...command },
      options,
    );
  const onAccount = (chargeAccountId: number, amountMinor: number, more: object = {}) => ({
    kind: 'onAccount',
    tenderId: id.tenders['account'],
    chargeAccountId,
    amountMinor,
    buyer: '',
    reference: '',
    ...more,
  });
  const charge = async (chargeAccountId: number, amountMinor: number, options = {}) =>
    ring(
      { lines: [book(id, amountMinor)], tenders: [onAccount(chargeAccountId, amountMinor)] },
      options,
    );
  const page = async (chargeAccountId: number) =>
    (await osric.get(`/accounts/${chargeAccountId}`)).body;
  return {
    id,
    open,
    ring,
    onAccount,
    charge,
    page,
    /** The clock moves; everybody signs in anew. */
    async at(instant: string) {
      shop.setNow(instant);
      fenella = await shop.as('fenella');
      osric = await shop.as('osric');
    },
    fenella: () => fenella,
    osric: () => osric,
  };
}
