import { LANGUAGES, wordsIn, type Language } from '@benevox/words'
import escape from 'escape-html'
import express, { type Express } from 'express'
import helmet from 'helmet'

/**
 * All that a device is told which does not speak TLS: how to trust this computer, or where to go. Nothing of the shop is here, so nothing
 * can be read on the way.
 * @param at the address of the shop itself
 * @param authority the certificate to be trusted, PEM; undefined where devices trust it already
 */
export function howToTrust(at: string, authority: () => string | undefined): Express {
  const app = express()
  app.disable('x-powered-by')
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          'default-src': ["'none'"],
          'style-src': ["'self'"],
          'base-uri': ["'none'"],
          'form-action': ["'none'"],
          'frame-ancestors': ["'none'"],
        },
      },
      strictTransportSecurity: false,
      // These mean nothing where nothing is encrypted.
      crossOriginOpenerPolicy: false,
      originAgentCluster: false,
    }),
  )
  app.use((request, response, next) => {
    response.setHeader('Cache-Control', 'no-store')
    if (request.method !== 'GET' && request.method !== 'HEAD') return void response.status(405).end()
    if (authority() === undefined) return void response.redirect(308, at)
    next()
  })
  app.get('/benevox.crt', (_request, response) => {
    response
      .type('application/x-x509-ca-cert')
      .setHeader('Content-Disposition', 'attachment; filename="benevox.crt"')
      .send(authority())
  })
  app.get('/page.css', (_request, response) => void response.type('css').send(STYLE))
  app.use((request, response) => {
    const wanted = request.acceptsLanguages([...LANGUAGES])
    response.type('html').send(page(LANGUAGES.find((language) => language === wanted) ?? 'en', at))
  })
  return app
}

function page(language: Language, at: string): string {
  const { say } = wordsIn(language, NOWHERE)
  const told = (key: Parameters<typeof say>[0]) => escape(say(key))
  const link = (to: string, key: Parameters<typeof say>[0]) =>
    `<p><a href="${escape(to)}">${told(key)}</a></p>`
  return `<!doctype html>
<html lang="${language}">
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${told('trust.title')}</title>
<link rel="stylesheet" href="/page.css">
<main>
<h1>${told('trust.title')}</h1>
<p>${told('trust.about')}</p>
<ol>
<li>${told('trust.download')}${link('/benevox.crt', 'trust.downloadLink')}</li>
<li>${told('trust.install')}</li>
<li>${told('trust.compare')}</li>
<li>${told('trust.open')}${link(at, 'trust.openLink')}</li>
</ol>
<p>${told('trust.limits')}</p>
</main>
</html>
`
}
/** Nothing here is said of days or places. */
const NOWHERE = { zone: 'UTC', country: 'GB' }
/** As the interface looks, without its fonts: those come over TLS. */
const STYLE = `
body { margin: 0; background: #f6f1e6; color: #211d17; font: 1.125rem/1.5 system-ui, sans-serif; }
main { max-width: 36rem; margin: 0 auto; padding: 1.5rem; }
h1 { font-size: 1.5rem; line-height: 1.2; border-bottom: 2px solid; padding-bottom: 0.25rem; }
li { margin: 0.75rem 0; }
li p { margin: 0.5rem 0; }
a { display: inline-block; min-height: 1.5rem; padding: 0.6rem 1rem; border: 2px solid; color: inherit; font-weight: bold; }
`
