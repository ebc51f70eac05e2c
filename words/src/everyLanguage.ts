// Written by scripts/words.mjs from words/languages.
import en from '../languages/en.json' with { type: 'json' }
import de from '../languages/de.json' with { type: 'json' }
import es from '../languages/es.json' with { type: 'json' }
import fr from '../languages/fr.json' with { type: 'json' }
import { learn } from './words.ts'

/** For programs that speak to everybody: known from the start. */
export const CATALOGUES = { en, de, es, fr } as const
learn(CATALOGUES)
