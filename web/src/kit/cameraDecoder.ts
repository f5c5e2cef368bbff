import { BarcodeDetector, prepareZXingModule } from 'barcode-detector/ponyfill';
import decoder from 'zxing-wasm/reader/zxing_reader.wasm?url';

// The decoder comes with the application, not from elsewhere.
prepareZXingModule({ overrides: { locateFile: () => decoder } });

/** Finds codes where the browser can't by itself; it is fetched only then. */
export function ownDetector() {
  return new BarcodeDetector();
}
