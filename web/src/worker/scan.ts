import { wrap } from 'comlink'
import type { Scanner } from './scan.worker'

/** Reads the first code of a picture; closed when nobody looks any more. */
export interface Reader {
  read(video: HTMLVideoElement): Promise<string | undefined>
  close(): void
}

interface NativeDetector {
  detect(source: CanvasImageSource): Promise<readonly { readonly rawValue: string }[]>
}
type Native = new (options: { formats: readonly string[] }) => NativeDetector

/** Wider pictures are read no better. */
const MOST_WIDE = 800

/** The browser's own reader where it has one, else WebAssembly in a worker. */
export function openReader(): Reader {
  const { BarcodeDetector } = window as { BarcodeDetector?: Native }
  if (BarcodeDetector) {
    const detector = new BarcodeDetector({ formats: ['qr_code'] })
    return {
      read: async (video) => (await detector.detect(video))[0]?.rawValue,
      close: () => undefined,
    }
  }
  const worker = new Worker(new URL('./scan.worker.ts', import.meta.url), { type: 'module' })
  const scanner = wrap<Scanner>(worker)
  const canvas = document.createElement('canvas')
  const context = canvas.getContext('2d', { willReadFrequently: true })
  return {
    read: async (video) => {
      const { videoWidth: w, videoHeight: h } = video
      if (!context || w === 0) return undefined
      const scale = Math.min(1, MOST_WIDE / w)
      canvas.width = Math.round(w * scale)
      canvas.height = Math.round(h * scale)
      context.drawImage(video, 0, 0, canvas.width, canvas.height)
      return scanner.read(context.getImageData(0, 0, canvas.width, canvas.height))
    },
    close: () => worker.terminate(),
  }
}
