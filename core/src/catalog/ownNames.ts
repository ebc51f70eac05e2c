import type { Family } from './pack.ts'
import { USUAL_LINKS, type KeyId, type LinkKind } from './vocabulary.ts'

/** The names that a family gives its keys and what hangs on its port, where they are not the usual ones. */
export const namesIn = ({
  keys,
  links = [],
}: Pick<Family, 'keys' | 'links'>): Readonly<Partial<Record<KeyId | LinkKind, string>>> =>
  Object.fromEntries([
    ...keys.flatMap(({ id, byPlace }) => (byPlace ? [[id, byPlace]] : [])),
    ...links.map(({ id, name }) => [id, name]),
  ])
/** All that may hang on a family's port. */
export const linksIn = ({ links = [] }: Pick<Family, 'links'>): readonly LinkKind[] => [
  ...USUAL_LINKS,
  ...links.map(({ id }) => id),
]
