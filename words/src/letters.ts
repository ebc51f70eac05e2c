import type { Words } from './words.ts'

/** A short plain letter for the customer to send or take home. */
export interface Letter {
  readonly title: string
  readonly lines: readonly string[]
}

/** To the previous owner: how to take the device off their account. It costs nothing and takes minutes. */
export const letterToSeller = ({ say }: Words, device: string): Letter => ({
  title: say('letterToSeller.title'),
  lines: [
    say('letterToSeller.stillAsks', { device }),
    say('letterToSeller.openDevices'),
    say('letterToSeller.choose', { device }),
    say('letterToSeller.makersAccount'),
    say('letterToSeller.noPassword'),
  ],
})

/** For home: how to use the carrier's unlock once it has come, whichever way it comes. */
export const activationLetter = ({ say }: Words, device: string): Letter => ({
  title: say('activation.title'),
  lines: [
    say('activation.which', { device }),
    say('activation.code'),
    say('activation.overTheAir'),
    say('activation.app'),
    say('activation.done'),
  ],
})
