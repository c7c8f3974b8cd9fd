import { useEffect, useRef, useState } from 'react';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column } from '~/ui/Box';
import { Dialog } from '~/ui/Dialog';
import { Body } from '~/ui/Text';
import { barcodeReader, type BarcodeReader } from './barcodeReader';

/** Whether this browser can scan: it has a camera for pages (over TLS, or on the machine itself). */
export const canScan = () => navigator.mediaDevices?.getUserMedia !== undefined;

const LOOK_EVERY = 150;
/** Milliseconds until the same barcode counts again: the second one of the same goods. */
const SAME_AGAIN = 1500;

/** The phone's camera as a scanner: each barcode that it finds is handed on. */
export function ScanDialog({
  onFound,
  onClose,
  note,
}: {
  onFound: (barcode: string) => void;
  onClose: () => void;
  /** What came of the last one. */
  note: string;
}) {
  const t = useWords();
  const video = useRef<HTMLVideoElement>(null);
  const found = useRef(onFound);
  useEffect(() => {
    found.current = onFound;
  });
  const [problem, setProblem] = useState('');
  useEffect(() => {
    let stream: MediaStream | undefined;
    let timer: ReturnType<typeof setInterval> | undefined;
    let ended = false;
    let last = { value: '', at: 0 };
    const look = async (detector: BarcodeReader) => {
      if (!video.current) return;
      const codes = await detector.detect(video.current).catch(() => []);
      for (const { rawValue } of codes) {
        const now = Date.now();
        if (rawValue === last.value && now - last.at < SAME_AGAIN) continue;
        last = { value: rawValue, at: now };
        if (!ended) found.current(rawValue);
      }
    };
    void (async () => {
      try {
        const camera = { video: { facingMode: 'environment' } };
        stream = await navigator.mediaDevices.getUserMedia(camera);
        if (ended || !video.current) {
          for (const track of stream.getTracks()) track.stop();
          return;
        }
        video.current.srcObject = stream;
        await video.current.play();
        const detector = await barcodeReader();
        if (ended) return;
        timer = setInterval(() => void look(detector), LOOK_EVERY);
      } catch (error) {
        if (!ended) setProblem(error instanceof Error ? error.message : String(error));
      }
    })();
    return () => {
      ended = true;
      clearInterval(timer);
      for (const track of stream?.getTracks() ?? []) track.stop();
    };
  }, []);
  return (
    <Dialog open title={t('counter.scanTitle')} onClose={onClose}>
      <Column gap="$3">
        <video
          ref={video}
          muted
          playsInline
          aria-label={t('counter.scan')}
          style={{ width: '100%', maxHeight: '45vh', background: '#000', borderRadius: 8 }}
        />
        {problem ? (
          <Body tone="loose" role="alert">
            {t('counter.scanNoCamera', { reason: problem })}
          </Body>
        ) : (
          <Body tone="faded" role="status">
            {note || t('counter.scanHint')}
          </Body>
        )}
        <Button kind="primary" big label={t('common.done')} onPress={onClose} />
      </Column>
    </Dialog>
  );
}
