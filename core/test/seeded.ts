import fc from 'fast-check'

// A run that fails today fails tomorrow: no test draws by a chance of its own.
fc.configureGlobal({ seed: 20_261_126 })
