import type { Family } from './pack.ts'
import { USUAL_LINKS, type KeyId, type LinkKind } from './vocabulary.ts'

/** The names that a family gives its keys and what hangs on its port, where they are not the usual ones. */
export type OwnNames = Readonly<Partial<Record<KeyId | LinkKind, string>>> & {
  /** It has no port: a watch lies on a puck to charge. */
  readonly onPuck?: true
}

export const namesIn = ({ keys, links = [], kind }: Pick<Family, 'keys' | 'links' | 'kind'>): OwnNames => ({
  ...Object.fromEntries([
    ...keys.flatMap(({ id, byPlace }) => (byPlace ? [[id, byPlace]] : [])),
    ...links.map(({ id, name }) => [id, name]),
  ]),
  ...(kind === 'watch' && { onPuck: true }),
})
/** All that may hang on a family's port. */
export const linksIn = ({ links = [] }: Pick<Family, 'links'>): readonly LinkKind[] => [
  ...USUAL_LINKS,
  ...links.map(({ id }) => id),
]
