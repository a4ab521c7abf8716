/** The guide for photographers, as docs/guide.md has it, ready to be shown. */
import { Marked, type Tokens } from 'marked'

import text from '../../../docs/guide.md?raw'

export interface Part {
  id: string
  title: string
  depth: number
}

/** Where a heading is found: `#moving-water`. */
export const slug = (title: string): string =>
  title
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')

const marked = new Marked({
  renderer: {
    heading({ depth, text: title }: Tokens.Heading) {
      return `<h${depth} id="${slug(title)}">${title}</h${depth}>`
    },
  },
})

export const guideHtml = marked.parse(text, { async: false })

/** Its headings under the first, in order. */
export const guideParts: Part[] = marked
  .lexer(text)
  .filter((token): token is Tokens.Heading => token.type === 'heading' && token.depth > 1)
  .map(({ depth, text: title }) => ({ depth, title, id: slug(title) }))
