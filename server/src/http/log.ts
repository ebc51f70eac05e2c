import { pino, type Logger } from 'pino'
import type { Config } from '../config.ts'

/** A failed statement is told without what was to be stored: names and numbers of customers belong in no log. */
const REDACTED = { paths: ['err.parameters', 'err.sql', 'err.driverError'], remove: true }

export const logOf = ({ log }: Pick<Config, 'log'>): Logger => pino({ level: log, redact: REDACTED })
