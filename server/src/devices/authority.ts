import 'reflect-metadata'
import { webcrypto, X509Certificate } from 'node:crypto'
import { BlockList } from 'node:net'
import { AsnConvert } from '@peculiar/asn1-schema'
import {
  GeneralName,
  GeneralSubtree,
  GeneralSubtrees,
  id_ce_nameConstraints,
  NameConstraints,
} from '@peculiar/asn1-x509'
import {
  BasicConstraintsExtension,
  Extension,
  ExtendedKeyUsage,
  ExtendedKeyUsageExtension,
  KeyUsageFlags,
  KeyUsagesExtension,
  PemConverter,
  SubjectAlternativeNameExtension,
  SubjectKeyIdentifierExtension,
  AuthorityKeyIdentifierExtension,
  X509Certificate as Certificate,
  X509CertificateGenerator,
} from '@peculiar/x509'

/** A certificate and the key to it, both PEM. */
export interface Pair {
  readonly cert: string
  readonly key: string
}
/** What a machine is called within its network: private IPv4 addresses, and names that end in `.local`. */
export interface Called {
  readonly addresses: readonly string[]
  readonly names: readonly string[]
}

const ALGORITHM = { name: 'ECDSA', namedCurve: 'P-256', hash: 'SHA-256' } as const
const DAY_MS = 86_400_000
/** As long as the machine lives: each device that trusts it would have to be told of another. */
const AUTHORITY_DAYS = 3650
/** Not longer than browsers take: CA/Browser Forum Baseline Requirements 6.3.2 (from memory), 398 days. */
const CERTIFICATE_DAYS = 397
/** A tablet whose clock is a little behind is no reason to refuse. */
const BEFORE_DAYS = 1
/** Networks that no one outside can be in: RFC 1918, RFC 3927 and the machine itself, RFC 1122. Address and bits. */
const PRIVATE = [
  ['10.0.0.0', 8],
  ['172.16.0.0', 12],
  ['192.168.0.0', 16],
  ['169.254.0.0', 16],
  ['127.0.0.0', 8],
] as const
/** RFC 6762: the domain of names that the machines of one network give each other. */
const LOCAL = 'local'
/** What a machine calls itself there. */
export const localName = (hostname: string): string =>
  `${hostname.split('.')[0]?.toLowerCase() ?? ''}.${LOCAL}`

const privateNetworks = new BlockList()
for (const [network, bits] of PRIVATE) privateNetworks.addSubnet(network, bits)
/** Whether an IPv4 address is of a network that nobody outside is in. */
export const isPrivate = (address: string): boolean => privateNetworks.check(address)

/**
 * What this authority may ever speak for, RFC 5280 4.2.1.10: a device that trusts it trusts it for the machines of a private
 * network, and for nothing else even where its key is stolen.
 */
function withinPrivate(): Extension {
  const permitted = [
    new GeneralName({ dNSName: LOCAL }),
    ...PRIVATE.map(([network, bits]) => new GeneralName({ iPAddress: `${network}/${bits}` })),
  ]
  const constraints = new NameConstraints({
    permittedSubtrees: new GeneralSubtrees(permitted.map((base) => new GeneralSubtree({ base }))),
  })
  return new Extension(id_ce_nameConstraints, true, AsnConvert.serialize(constraints))
}

async function keyPair(): Promise<{ keys: webcrypto.CryptoKeyPair; key: string }> {
  const keys = await webcrypto.subtle.generateKey(ALGORITHM, true, ['sign', 'verify'])
  const pkcs8 = await webcrypto.subtle.exportKey('pkcs8', keys.privateKey)
  return { keys, key: PemConverter.encode(pkcs8, 'PRIVATE KEY') }
}
const between = (now: Date, days: number) => ({
  notBefore: new Date(now.getTime() - BEFORE_DAYS * DAY_MS),
  notAfter: new Date(now.getTime() + days * DAY_MS),
})
/** A distinguished name's value, without what has a meaning there. */
const plain = (text: string): string => text.replaceAll(/[^\w .-]/g, '').slice(0, 40)

/** The machine's own authority. @param name of the machine */
export async function newAuthority(name: string, now: Date): Promise<Pair> {
  const { keys, key } = await keyPair()
  const authority = await X509CertificateGenerator.createSelfSigned({
    name: `CN=Benevox on ${plain(name)}`,
    keys,
    signingAlgorithm: ALGORITHM,
    ...between(now, AUTHORITY_DAYS),
    extensions: [
      new BasicConstraintsExtension(true, 0, true),
      new KeyUsagesExtension(KeyUsageFlags.keyCertSign | KeyUsageFlags.cRLSign, true),
      new ExtendedKeyUsageExtension([ExtendedKeyUsage.serverAuth]),
      await SubjectKeyIdentifierExtension.create(keys.publicKey),
      withinPrivate(),
    ],
  })
  return { cert: authority.toString('pem'), key }
}

/** What the machine shows to whoever asks for it under one of its names. */
export async function newCertificate(authority: Pair, called: Called, now: Date): Promise<Pair> {
  const of = new Certificate(authority.cert)
  const signingKey = await webcrypto.subtle.importKey(
    'pkcs8',
    PemConverter.decodeFirst(authority.key),
    ALGORITHM,
    false,
    ['sign'],
  )
  const { keys, key } = await keyPair()
  const certificate = await X509CertificateGenerator.create({
    subject: 'CN=Benevox',
    issuer: of.subject,
    publicKey: keys.publicKey,
    signingKey,
    signingAlgorithm: ALGORITHM,
    ...between(now, CERTIFICATE_DAYS),
    extensions: [
      new BasicConstraintsExtension(false, undefined, true),
      new KeyUsagesExtension(KeyUsageFlags.digitalSignature, true),
      new ExtendedKeyUsageExtension([ExtendedKeyUsage.serverAuth]),
      await SubjectKeyIdentifierExtension.create(keys.publicKey),
      await AuthorityKeyIdentifierExtension.create(of.publicKey),
      new SubjectAlternativeNameExtension([
        ...called.names.map((value) => ({ type: 'dns', value }) as const),
        ...called.addresses.map((value) => ({ type: 'ip', value }) as const),
      ]),
    ],
  })
  return { cert: certificate.toString('pem'), key }
}

/** Whether it still speaks for a machine, for days to come, by what it says itself. */
export function speaksFor({ cert }: Pair, called: Called, now: Date): boolean {
  const read = new X509Certificate(cert)
  const daysLeft = (Date.parse(read.validTo) - now.getTime()) / DAY_MS
  return (
    daysLeft > RENEWED_DAYS &&
    Date.parse(read.validFrom) <= now.getTime() &&
    called.addresses.every((address) => read.checkIP(address)) &&
    called.names.every((name) => read.checkHost(name))
  )
}
/** So long before its end a certificate is replaced. */
const RENEWED_DAYS = 30

/** By which people compare two: SHA-256 over the whole of it, in pairs of digits, as devices show it. */
export const fingerprintOf = (cert: string): string => new X509Certificate(cert).fingerprint256
