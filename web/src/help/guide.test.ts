import { describe, expect, it } from 'vitest'

import { guideHtml, guideParts } from './guide'
import { WORDS } from '../shared/ownWords'

const plain = new DOMParser().parseFromString(guideHtml, 'text/html').body.textContent ?? ''

describe('the guide', () => {
  it('says every word of the app as the pages say it at first meeting', () => {
    for (const { name, says } of Object.values(WORDS)) expect(plain).toContain(`${name}: ${says}`)
  })
  it('has a place of its own for every heading', () => {
    const ids = guideParts.map((part) => part.id)
    expect(new Set(ids).size).toBe(ids.length)
    for (const id of ids) expect(guideHtml).toContain(`id="${id}"`)
  })
})
