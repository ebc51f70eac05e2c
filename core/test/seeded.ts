import '../../words/src/everyLanguage.ts'
import fc from 'fast-check'

// A run that fails today fails tomorrow: no test draws by a chance of its own. `npm run histories` names other seeds.
fc.configureGlobal({ seed: Number(process.env['BENEVOX_SEED'] ?? 20_261_126) })
