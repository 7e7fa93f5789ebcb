import { hash, verify } from '@node-rs/argon2'
import { createHash, randomBytes } from 'node:crypto'

/** A secret to hand out once; only its hash is kept. */
export const newToken = (): string => randomBytes(32).toString('base64url')
export const hashToken = (token: string): string =>
  createHash('sha256').update(token).digest('base64url')

// argon2id with the library's defaults (19 MiB, 2 passes): the OWASP minimum.
export const hashPassphrase = (passphrase: string): Promise<string> => hash(passphrase)
export const passphraseMatches = (stored: string, passphrase: string): Promise<boolean> =>
  verify(stored, passphrase).catch(() => false)

/** A name people sign in with, compared without case or stray spaces. */
export const signInKey = (name: string): string => name.trim().toLowerCase().replace(/\s+/g, ' ')
