import { z } from 'zod'

/**
 * What somebody is in a shop, from least to most: a technician does all work at devices, a supervisor lets others do what they
 * may not alone and keeps prices, suppliers and the catalogue, an owner keeps the shop itself and its people.
 */
export const ROLES = ['technician', 'supervisor', 'owner'] as const
export type Role = (typeof ROLES)[number]
export const role = z.enum(ROLES)

/** Whether somebody of this role may do what at least that one may. */
export const isAtLeast = (of: Role, least: Role): boolean => ROLES.indexOf(of) >= ROLES.indexOf(least)

export const personName = z.string().trim().min(1).max(60)

/**
 * A new password: any words, twelve letters at least. NIST SP 800-63B-4 (2025, from memory) asks for fifteen where nothing
 * else is asked, eight beside a second step, and for no rules of what is in it.
 */
export const newPassword = z.string().min(12).max(200)

/** Digits that somebody tries first: one after the other, the same again and again, in pairs, or the same backwards. */
const isGuessedFirst = (digits: string): boolean =>
  [1, 9].some((step) =>
    [...digits].every((digit, nth) => nth === 0 || Number(digit) === (Number(digits[nth - 1]) + step) % 10),
  ) ||
  /^(\d{1,4})\1+$/.test(digits) ||
  /^(?:(\d)\1)+$/.test(digits) ||
  digits === [...digits].reverse().join('')

/** A new personal code for the shared machine: six digits at least, and not the first to be guessed. */
export const newCode = z
  .string()
  .regex(/^\d{6,8}$/, 'new-code')
  .refine((digits) => !isGuessedFirst(digits), 'guessed-first')
