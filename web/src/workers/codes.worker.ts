import { expose } from 'comlink'
import { prepareZXingModule, readBarcodes } from 'zxing-wasm/reader'
import wasm from 'zxing-wasm/reader/zxing_reader.wasm?url'

prepareZXingModule({ overrides: { locateFile: () => wasm } })

/** Reads every code in a picture, whatever way it lies. */
const api = {
  async read(picture: Blob | ImageData): Promise<readonly string[]> {
    const codes = await readBarcodes(picture, {
      tryHarder: true,
      tryRotate: true,
      tryInvert: true,
      tryDownscale: true,
      maxNumberOfSymbols: 20,
    })
    return codes.filter(({ isValid }) => isValid).map(({ text }) => text)
  },
}
export type CodesWorker = typeof api
expose(api)
