declare module 'http_ece' {
  import type { ECDH } from 'node:crypto'
  const ece: {
    decrypt(
      body: Buffer,
      how: { version: 'aes128gcm'; privateKey: ECDH; authSecret: string },
    ): Buffer
  }
  export default ece
}
