import '@fontsource/atkinson-hyperlegible-next/latin-400.css'
import '@fontsource/atkinson-hyperlegible-next/latin-700.css'
import '@fontsource/atkinson-hyperlegible-mono/latin-400.css'
import '@fontsource/atkinson-hyperlegible-mono/latin-700.css'
import './styles.css'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import App from './App.vue'
import './parts/view.ts'
import { languageOfBrowser } from './api/session.ts'
import { router } from './router.ts'
import { pseudoChosen, speak } from './words/index.ts'

/** Nothing can be said before a language is there: asked for until it is. */
async function speakFirst(): Promise<void> {
  try {
    await speak(pseudoChosen() ?? languageOfBrowser())
  } catch {
    await new Promise((resolve) => setTimeout(resolve, 1000))
    await speakFirst()
  }
}
await speakFirst()
createApp(App).use(createPinia()).use(router).mount('#app')
