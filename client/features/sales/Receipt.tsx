import type { SaleDetail } from '@abacist/contracts';
import { Image } from 'react-native';
import { useMay, useShop } from '~/api/session';
import { ReturnedCheque } from '~/features/cheques';
import { paymentWord } from '~/features/tenderKinds';
import { useWords } from '~/i18n';
import { useDates, useNumbers } from '~/i18n/useFormat';
import { Column, Sheet, SheetRow } from '~/ui/Box';
import { ListLink } from '~/ui/ListLink';
import { Money, useMoney } from '~/ui/Money';
import { Body, Heading } from '~/ui/Text';

/** A ticket as its receipt: what was sold, what came back, tax, tenders, a credit note. */
export function Receipt({ sale }: { sale: SaleDetail }) {
  const t = useWords();
  return (
    <>
      <Sheet>
        <Head sale={sale} />
        {sale.lines.map((line) => (
          <LineRow key={line.position} line={line} />
        ))}
        {sale.extras.map((extra, i) => (
          <ExtraRow key={i} extra={extra} />
        ))}
        {sale.returned ? <Returned returned={sale.returned} /> : null}
        {sale.lines.length || sale.returned ? (
          <Figures label={t('sales.net')} minor={sale.netMinor} faded />
        ) : null}
        {sale.taxes.map(({ authority, taxMinor }) => (
          <Figures key={authority} label={authority} minor={taxMinor} faded />
        ))}
        <Figures label={t('common.total')} minor={sale.totalMinor} strong />
        {sale.payments.map((payment) => (
          <Payment key={payment.id} payment={payment} />
        ))}
        {sale.credit ? <Credit credit={sale.credit} /> : null}
      </Sheet>
      <Corrections sale={sale} />
      <Trails sale={sale} />
      {sale.returns.length ? (
        <Column gap="$2">
          <Heading size="section" paddingHorizontal="$4">
            {t('sales.cameBack')}
          </Heading>
          <Sheet role="list">
            {sale.returns.map((back) => (
              <ListLink key={back.saleId} to={`/sales/${back.saleId}`}>
                <Body flex={1}>{back.number}</Body>
                <Money minor={back.totalMinor} />
              </ListLink>
            ))}
          </Sheet>
        </Column>
      ) : null}
    </>
  );
}

/** What put a tender of this receipt right, or which receipt this one puts right. */
function Corrections({ sale: { corrects, corrections } }: { sale: SaleDetail }) {
  const t = useWords();
  if (!corrects && corrections.length === 0) return null;
  return (
    <Sheet role="list">
      {corrects ? (
        <ListLink to={`/sales/${corrects.saleId}`}>
          <Body flex={1}>{t('sales.corrects', { number: corrects.number })}</Body>
        </ListLink>
      ) : null}
      {corrections.map(({ saleId, number, tenders, amountMinor }) => (
        <ListLink key={saleId} to={`/sales/${saleId}`}>
          <Body flex={1}>{t('sales.correctedBy', { number, tenders })}</Body>
          <Money minor={amountMinor} />
        </ListLink>
      ))}
    </Sheet>
  );
}

/** Where the money of a ticket is: one trail a bead that it is in; its day, its journal entry. */
function Trails({ sale }: { sale: SaleDetail }) {
  const t = useWords();
  const dates = useDates();
  const may = useMay();
  const beads = new Map(
    sale.payments.flatMap(({ bead, name }) => (bead === null ? [] : [[bead, name]])),
  );
  const standing = sale.status === 'void' ? [] : [...beads];
  return (
    <Column gap="$2" data-noprint>
      <Heading size="section" paddingHorizontal="$4">
        {t('trail.where')}
      </Heading>
      <Sheet role="list">
        {standing.map(([bead, name]) => (
          <ListLink
            key={bead}
            to={`/trail/${sale.date}/${encodeURIComponent(bead)}?sale=${sale.id}`}
          >
            <Body flex={1}>{t('days.trailOf', { label: name })}</Body>
          </ListLink>
        ))}
        {may('GET /days/:date') ? (
          <ListLink to={`/days/${sale.date}`}>
            <Body flex={1}>{t('sales.itsDay', { date: dates.day(sale.date) })}</Body>
          </ListLink>
        ) : null}
        {sale.entryId !== null && may('GET /journal') ? (
          <ListLink to={`/books/journal?entry=${sale.entryId}`}>
            <Body flex={1}>{t('sales.itsEntry')}</Body>
          </ListLink>
        ) : null}
      </Sheet>
    </Column>
  );
}

function Head({ sale }: { sale: SaleDetail }) {
  const t = useWords();
  const dates = useDates();
  const shop = useShop();
  return (
    <Column padding="$4" gap="$1" borderBottomWidth={1} borderColor="$rule">
      <Heading size="section">{shop.name}</Heading>
      <Body small tone="faded">
        {t(sale.drawer ? 'sales.head' : 'sales.headDesk', {
          number: sale.number,
          date: dates.date(sale.date),
          time: dates.time(sale.soldAt),
          by: sale.by,
          drawer: sale.drawer,
        })}
      </Body>
      {[
        sale.customerName ? t('sales.for', { name: sale.customerName }) : '',
        sale.exemptCertificate
          ? t('sales.exempt', { certificate: sale.exemptCertificate })
          : '',
        sale.soldBy !== sale.by ? t('sales.soldBy', { name: sale.soldBy }) : '',
        sale.pricesIncludeTax ? t('sales.pricesWithTax') : '',
      ]
        .filter(Boolean)
        .map((text) => (
          <Body key={text}>{text}</Body>
        ))}
      {sale.status === 'void' ? (
        <Body tone="loose" strong>
          {t('sales.voidNote', { number: sale.voidNumber, reason: sale.voidReason })}
        </Body>
      ) : null}
    </Column>
  );
}

function LineRow({ line }: { line: SaleDetail['lines'][number] }) {
  const t = useWords();
  const { quantity } = useNumbers();
  const money = useMoney();
  const details = [
    Number(line.quantity) === 1
      ? ''
      : t(line.unit ? 'counter.quantityUnit' : 'counter.quantity', {
          quantity: quantity(line.quantity),
          unit: line.unit,
          price: money(line.unitPriceMinor),
        }),
    line.discountMinor ? t('counter.less', { amount: money(line.discountMinor) }) : '',
    Number(line.returnedQuantity)
      ? t('sales.backOfLine', { quantity: quantity(line.returnedQuantity) })
      : '',
  ].filter(Boolean);
  return (
    <SheetRow>
      <Column flex={1} minWidth={0}>
        <Body>{line.description}</Body>
        {details.length ? (
          <Body small tone="faded">
            {details.join(' · ')}
          </Body>
        ) : null}
      </Column>
      <Money minor={line.amountMinor - line.discountMinor} />
    </SheetRow>
  );
}

function ExtraRow({ extra }: { extra: SaleDetail['extras'][number] }) {
  const t = useWords();
  const dates = useDates();
  const { kind, amountMinor, orderNumber, accountName, voucherCode, validUntil } = extra;
  const number = orderNumber ?? extra.chequeNumber ?? '';
  return (
    <SheetRow>
      <Column flex={1}>
        <Body>{t(`orders.extra_${kind}`, { number, name: accountName ?? '' })}</Body>
        {voucherCode ? (
          <Body small tone="faded">
            {t(validUntil ? 'orders.codeUntil' : 'orders.code', {
              code: voucherCode.replace(/(\d{4})(?=\d)/g, '$1 '),
              date: validUntil ? dates.date(validUntil) : '',
            })}
          </Body>
        ) : null}
      </Column>
      <Money minor={amountMinor} />
    </SheetRow>
  );
}

function Returned({ returned }: { returned: NonNullable<SaleDetail['returned']> }) {
  const t = useWords();
  const { quantity } = useNumbers();
  return (
    <>
      <SheetRow>
        <Column flex={1}>
          <Body strong>
            {returned.ofNumber
              ? t('counter.backOf', { number: returned.ofNumber })
              : t('counter.backWithoutSale')}
          </Body>
          <Body small tone="faded">
            {[
              returned.reason,
              t(`returns.condition_${returned.condition}`),
              returned.priceSource,
            ]
              .filter(Boolean)
              .join(' · ')}
          </Body>
        </Column>
      </SheetRow>
      {returned.lines.map((line, i) => (
        <SheetRow key={i}>
          <Body flex={1}>
            {t('counter.backLine', {
              quantity: quantity(line.quantity),
              name: line.description,
            })}
          </Body>
          <Money minor={-line.netMinor} />
        </SheetRow>
      ))}
      {returned.feeMinor ? (
        <Figures label={t('counter.restocking')} minor={returned.feeMinor} />
      ) : null}
      {returned.discountBackMinor ? (
        <Figures label={t('counter.discountBack')} minor={returned.discountBackMinor} />
      ) : null}
    </>
  );
}

function Payment({ payment }: { payment: SaleDetail['payments'][number] }) {
  const t = useWords();
  const back = payment.amountMinor < 0;
  const dates = useDates();
  const money = useMoney();
  const label = paymentWord(payment, { t, day: dates.day });
  return (
    <Column>
      <Figures
        label={label}
        minor={back ? payment.tenderedMinor - payment.changeMinor : payment.tenderedMinor}
      />
      {payment.roundingMinor !== 0 ? (
        <Figures label={t('sales.rounding')} minor={-payment.roundingMinor} faded />
      ) : null}
      {payment.charge ? (
        <SheetRow minHeight={40}>
          <Body small tone="faded">
            {[
              payment.charge.buyer ? t('accounts.buyer', { name: payment.charge.buyer }) : '',
              // What is credited to the account is due to nobody.
              payment.charge.dueDate
                ? t('onAccount.chargedDue', { date: dates.day(payment.charge.dueDate) })
                : '',
              back
                ? payment.charge.leftMinor
                  ? t('onAccount.creditedLeft', { amount: money(-payment.charge.leftMinor) })
                  : ''
                : t('onAccount.chargedLeft', { amount: money(payment.charge.leftMinor) }),
            ]
              .filter(Boolean)
              .join(' · ')}
          </Body>
        </SheetRow>
      ) : null}
      {payment.charge?.signature ? (
        <Column paddingHorizontal="$4" paddingVertical="$2">
          <Image
            source={{ uri: `data:image/png;base64,${payment.charge.signature}` }}
            accessibilityLabel={t('onAccount.signature', {
              name: payment.charge.buyer || payment.charge.name,
            })}
            resizeMode="contain"
            style={{ height: 64, width: 200, backgroundColor: '#FFFDF8' }}
          />
        </Column>
      ) : null}
      {payment.chequeState && !back ? (
        <Column paddingHorizontal="$4" paddingVertical="$2" data-noprint>
          <ReturnedCheque payment={payment} />
        </Column>
      ) : null}
      {payment.changeMinor !== 0 && !back ? (
        <Figures label={t('sales.change')} minor={payment.changeMinor} />
      ) : null}
    </Column>
  );
}

function Credit({ credit }: { credit: NonNullable<SaleDetail['credit']> }) {
  const t = useWords();
  const dates = useDates();
  const money = useMoney();
  return (
    <Column padding="$4" gap="$1">
      <Heading size="section">{t('sales.creditNote', { number: credit.number })}</Heading>
      <Body>
        {t('credits.left', {
          left: money(credit.leftMinor),
          date: dates.date(credit.validUntil),
        })}
      </Body>
    </Column>
  );
}

function Figures({
  label,
  minor,
  strong,
  faded,
}: {
  label: string;
  minor: number;
  strong?: boolean;
  faded?: boolean;
}) {
  const tone = faded ? 'faded' : 'ink';
  return (
    <SheetRow minHeight={40}>
      <Body tone={tone} {...(strong && { strong })}>
        {label}
      </Body>
      <Money minor={minor} tone={tone} {...(strong && { strong })} />
    </SheetRow>
  );
}
