export type BarcodeReader = {
  detect: (source: HTMLVideoElement) => Promise<{ rawValue: string }[]>;
};
type ReaderClass = new () => BarcodeReader;

/** Where the shop serves the reader's program. */
const PROGRAM = '/zxing_reader.wasm';

/**
 * Reads barcodes in pictures: the browser's own reader where it has one (Barcode Detection API), else
 * one that comes when it is first needed.
 */
export async function barcodeReader(): Promise<BarcodeReader> {
  const own = (window as { BarcodeDetector?: ReaderClass }).BarcodeDetector;
  if (own) return new own();
  const { BarcodeDetector, prepareZXingModule } = await import('barcode-detector/ponyfill');
  prepareZXingModule({ overrides: { locateFile: () => PROGRAM } });
  return new BarcodeDetector();
}
