import type { MovementView } from '@abacist/contracts';
import { useState } from 'react';
import { useWords } from '~/i18n';
import { AskWhy } from '~/ui/AskWhy';
import { Button } from '~/ui/Button';

/** The way back of what was recorded by itself and waits for its line; nothing for what has its way elsewhere. */
export function TakeBack({
  of: { number, undo },
}: {
  of: Pick<MovementView, 'number' | 'undo'>;
}) {
  const t = useWords();
  const [asks, setAsks] = useState(false);
  if (undo === null) return null;
  return (
    <>
      <Button
        kind="plain"
        label={t('statement.takeBack', { number })}
        onPress={() => setAsks(true)}
      />
      {asks ? (
        <AskWhy
          title={t('statement.takeBackTitle', { number })}
          label={t('statement.takeBackIt')}
          path={undo}
          onClose={() => setAsks(false)}
        />
      ) : null}
    </>
  );
}
