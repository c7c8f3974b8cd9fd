import { useTheme } from '@tamagui/core';
import { createElement, useEffect, useRef, useState } from 'react';
import type Pad from 'signature_pad';
import { useWords } from '~/i18n';
import { ahead } from './ahead';
import { Button } from './Button';
import { Column, Line } from './Box';
import { Decide } from './Decide';

/** It comes ahead, or when somebody signs: most never do. */
const loadPad = ahead(() => import('signature_pad'));

/** A field to sign in with a finger, a pen or the mouse; gives a PNG in base64. */
export function SignaturePad({
  label,
  onSigned,
  onCancel,
}: {
  label: string;
  onSigned: (png: string) => void;
  onCancel: () => void;
}) {
  const t = useWords();
  const theme = useTheme();
  const canvas = useRef<HTMLCanvasElement>(null);
  const pad = useRef<Pad | null>(null);
  const [signed, setSigned] = useState(false);
  useEffect(() => {
    const field = canvas.current!;
    const scale = Math.max(1, window.devicePixelRatio);
    field.width = field.offsetWidth * scale;
    field.height = field.offsetHeight * scale;
    field.getContext('2d')!.scale(scale, scale);
    let left = false;
    void loadPad().then(({ default: SignedPad }) => {
      if (left) return;
      const drawn = new SignedPad(field, { penColor: '#201A17' });
      drawn.addEventListener('endStroke', () => setSigned(!drawn.isEmpty()));
      pad.current = drawn;
    });
    return () => {
      left = true;
      pad.current?.off();
    };
  }, []);
  const clear = () => {
    pad.current?.clear();
    setSigned(false);
  };
  return (
    <Column gap="$3">
      {createElement('canvas', {
        ref: canvas,
        role: 'img',
        'aria-label': label,
        style: {
          width: '100%',
          height: 180,
          touchAction: 'none',
          borderRadius: 8,
          border: `1px solid ${theme.edge.val}`,
          // Ink on paper in the dark too: the paper that it goes on is white.
          background: '#FFFDF8',
        },
      })}
      <Line justifyContent="flex-end">
        <Button label={t('onAccount.signAgain')} disabled={!signed} onPress={clear} />
      </Line>
      <Decide
        label={t('onAccount.signDone')}
        disabled={!signed}
        onDecide={() => onSigned(pad.current!.toDataURL('image/png').split(',')[1]!)}
        onCancel={onCancel}
      />
    </Column>
  );
}
