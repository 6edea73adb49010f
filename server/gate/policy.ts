import { createHash } from 'node:crypto'

/** Scripts that stand in a page itself and are run; data that stands there is not. */
const INLINE = /<script(?![^>]*\ssrc=)(?![^>]*type="application\/json")[^>]*>([\s\S]*?)<\/script>/g

/** The scripts of a page, each as what a browser calls it in a policy. */
export const scriptHashes = (html: string): string[] => [
  ...new Set(
    [...html.matchAll(INLINE)].map(([, script]) => `'sha256-${createHash('sha256').update(script!).digest('base64')}'`),
  ),
]

/**
 * What a page may do: everything from this server, its own inline scripts by what they say and no others, in nobody's
 * frame.
 * Styles may stand in the page: the drawing's places are given so.
 */
export const contentPolicy = (scripts: readonly string[]): string =>
  [
    'default-src \'self\'',
    'base-uri \'none\'',
    'object-src \'none\'',
    'frame-ancestors \'none\'',
    'form-action \'self\'',
    'img-src \'self\' data: blob:',
    ['script-src \'self\'', ...scripts].join(' '),
    'style-src \'self\' \'unsafe-inline\'',
    'connect-src \'self\'',
    'worker-src \'self\' blob:',
    'font-src \'self\'',
  ].join('; ')
