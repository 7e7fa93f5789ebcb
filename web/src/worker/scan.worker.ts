import { BarcodeDetector, prepareZXingModule } from 'barcode-detector/ponyfill'
import { expose } from 'comlink'
import wasm from 'zxing-wasm/reader/zxing_reader.wasm?url'

prepareZXingModule({ overrides: { locateFile: () => wasm } })
const detector = new BarcodeDetector({ formats: ['qr_code'] })

/** Reads codes where the browser cannot by itself. */
const scanner = {
  /** The text of the first code in a picture; undefined when there is none. */
  async read(picture: ImageData): Promise<string | undefined> {
    return (await detector.detect(picture))[0]?.rawValue
  },
}
export type Scanner = typeof scanner
expose(scanner)
