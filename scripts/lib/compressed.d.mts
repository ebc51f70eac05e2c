/** Writes `name.br` and `name.gz` beside each file of a folder that is text or code. */
export function compressIn(folder: string): Promise<void>
