import 'reflect-metadata'
import * as x509 from '@peculiar/x509'
import { webcrypto } from 'node:crypto'
import { chmodSync, existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs'
import { isIP } from 'node:net'
import { hostname, networkInterfaces } from 'node:os'
import { join } from 'node:path'

x509.cryptoProvider.set(webcrypto)

const DAY_MS = 86_400_000
const AUTHORITY_DAYS = 3650
/** Phones refuse longer ones, also of an authority they were told to trust. */
const LEAF_DAYS = 90
/** A certificate with so little left is made anew. */
const RENEW_DAYS = 30
const KEY = { name: 'ECDSA', namedCurve: 'P-256' } as const
const SIGNING = { name: 'ECDSA', hash: 'SHA-256' } as const

/** What the house serves HTTPS with. */
export interface HouseCertificate {
  readonly key: string
  /** The certificate for the names and addresses of this machine. */
  readonly cert: string
  /** The house's own authority, which devices are told to trust. */
  readonly authority: string
  readonly names: readonly string[]
  /** When it ends, epoch ms. */
  readonly ends: number
}

/** The name under which the house is found where the network lets it. */
export const HOUSE_NAME = 'kelvit.local'

/** The machine's addresses in the house, IPv4 first; its own loopback is none. */
export function houseAddresses(): readonly string[] {
  const all = Object.values(networkInterfaces()).flatMap((list) => list ?? [])
  return all
    .filter((a) => !a.internal && !a.address.startsWith('fe80:'))
    .sort((a, b) => a.family.localeCompare(b.family))
    .map((a) => a.address)
}

/** Every name and address by which this machine may be called in the house. */
export const houseNames = (): readonly string[] => {
  const own = hostname().toLowerCase().split('.')[0] ?? ''
  return [HOUSE_NAME, ...(own ? [own, `${own}.local`] : []), 'localhost', '127.0.0.1', ...houseAddresses()] // prettier-ignore
}

/**
 * The certificate of the house, from the data folder: its authority is made once, the
 * certificate again when little of it is left or the names have changed. Keys are the owner's alone.
 * @param folder made if it is missing.
 * @param now epoch ms.
 */
export async function houseCertificate(
  folder: string,
  names: readonly string[],
  now = Date.now(),
): Promise<HouseCertificate> {
  mkdirSync(folder, { recursive: true, mode: 0o700 })
  const authority = await authorityIn(folder, now)
  const known = leafIn(folder)
  if (known && isGood(known, authority.cert, names, now))
    return told(known.key, known.cert, authority.cert)
  const { key, cert } = await makeLeaf(authority, names, now)
  keep(join(folder, 'house.key'), key)
  keep(join(folder, 'house.crt'), cert)
  return told(key, cert, authority.cert)
}

interface Pair {
  readonly key: string
  readonly cert: string
}

const told = (key: string, cert: string, authority: string): HouseCertificate => {
  const read = new x509.X509Certificate(cert)
  return { key, cert, authority, names: namesOf(read), ends: read.notAfter.getTime() }
}

/** Written whole or not at all. */
function keep(path: string, text: string): void {
  writeFileSync(`${path}.new`, text, { mode: 0o600 })
  chmodSync(`${path}.new`, 0o600)
  renameSync(`${path}.new`, path)
}

const readPair = (folder: string, name: string): Pair | undefined => {
  const [key, cert] = [join(folder, `${name}.key`), join(folder, `${name}.crt`)]
  return existsSync(key) && existsSync(cert)
    ? { key: readFileSync(key, 'utf8'), cert: readFileSync(cert, 'utf8') }
    : undefined
}
const leafIn = (folder: string): Pair | undefined => readPair(folder, 'house')

async function authorityIn(folder: string, now: number): Promise<Pair> {
  const known = readPair(folder, 'authority')
  if (known) return known
  const keys = await webcrypto.subtle.generateKey(KEY, true, ['sign', 'verify'])
  const cert = await x509.X509CertificateGenerator.createSelfSigned({
    name: `CN=Kelvit house authority ${new Date(now).toISOString().slice(0, 10)}`,
    notBefore: new Date(now - DAY_MS),
    notAfter: new Date(now + AUTHORITY_DAYS * DAY_MS),
    signingAlgorithm: SIGNING,
    keys: keys,
    extensions: [
      new x509.BasicConstraintsExtension(true, 0, true),
      new x509.KeyUsagesExtension(x509.KeyUsageFlags.keyCertSign | x509.KeyUsageFlags.cRLSign, true), // prettier-ignore
      await x509.SubjectKeyIdentifierExtension.create(keys.publicKey),
    ],
  })
  const pair = { key: await pemOf(keys.privateKey), cert: cert.toString('pem') }
  keep(join(folder, 'authority.key'), pair.key)
  keep(join(folder, 'authority.crt'), pair.cert)
  return pair
}

async function makeLeaf(authority: Pair, names: readonly string[], now: number): Promise<Pair> {
  const issuer = new x509.X509Certificate(authority.cert)
  const signingKey = await webcrypto.subtle.importKey('pkcs8', x509.PemConverter.decodeFirst(authority.key), KEY, false, ['sign']) // prettier-ignore
  const keys = await webcrypto.subtle.generateKey(KEY, true, ['sign', 'verify'])
  const cert = await x509.X509CertificateGenerator.create({
    subject: `CN=${names[0] ?? HOUSE_NAME}`,
    issuer: issuer.subject,
    notBefore: new Date(now - DAY_MS),
    notAfter: new Date(now + LEAF_DAYS * DAY_MS),
    signingAlgorithm: SIGNING,
    publicKey: keys.publicKey,
    signingKey: signingKey,
    extensions: [
      new x509.BasicConstraintsExtension(false, undefined, true),
      new x509.KeyUsagesExtension(x509.KeyUsageFlags.digitalSignature, true),
      new x509.ExtendedKeyUsageExtension([x509.ExtendedKeyUsage.serverAuth]),
      new x509.SubjectAlternativeNameExtension(
        [...new Set(names)].map((value) => ({ type: isIP(value) ? 'ip' : 'dns', value }) as const),
      ),
      await x509.AuthorityKeyIdentifierExtension.create(issuer),
    ],
  })
  return { key: await pemOf(keys.privateKey), cert: cert.toString('pem') }
}

const pemOf = async (key: webcrypto.CryptoKey): Promise<string> =>
  x509.PemConverter.encode(await webcrypto.subtle.exportKey('pkcs8', key), 'PRIVATE KEY')

const namesOf = (cert: x509.X509Certificate): readonly string[] =>
  cert.getExtension(x509.SubjectAlternativeNameExtension)?.names.items.map((n) => n.value) ?? []

/** Whether a certificate is of this authority, has time left and has all the names. */
function isGood({ cert }: Pair, authority: string, names: readonly string[], now: number): boolean {
  const read = new x509.X509Certificate(cert)
  const has = new Set(namesOf(read))
  return (
    read.issuer === new x509.X509Certificate(authority).subject &&
    read.notAfter.getTime() - now > RENEW_DAYS * DAY_MS &&
    names.every((n) => has.has(n))
  )
}
