export { accountShownBy } from '@benevox/core/job'
