import type { SafeView } from '@abacist/contracts';
import { router } from '~/router';
import { useMay } from '~/api/session';
import { useWords } from '~/i18n';
import { usePieces } from '~/i18n/usePieces';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Body, Heading } from '~/ui/Text';

/** The safe's cash by denomination, as far as that is known; and the way to what the drawers lack. */
export function SafePieces({ view: { pieces } }: { view: SafeView }) {
  const t = useWords();
  const may = useMay();
  const inWords = usePieces();
  const told = pieces.pieces && inWords(pieces.pieces);
  return (
    <Column gap="$2">
      <Line paddingHorizontal="$4" justifyContent="space-between" gap="$2">
        <Heading size="section">{t('safe.pieces')}</Heading>
        {may('GET /change') ? (
          <Button
            label={t('safe.change')}
            onPress={() => router.push('/bank/change' as never)}
          />
        ) : null}
      </Line>
      <Body paddingHorizontal="$4" {...(!told && { tone: 'faded' })}>
        {told ||
          (pieces.pieces
            ? t('safe.noPieces')
            : pieces.unknownSince
              ? t('safe.piecesUnknown', { number: pieces.unknownSince })
              : t('safe.piecesNever'))}
      </Body>
    </Column>
  );
}
