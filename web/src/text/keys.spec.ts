/** Every key that the code asks for is in the catalogue. */
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'

import { describe, expect, it } from 'vitest'

import { en } from './en'

const KEY = /\bt[m]?\(\s*(['`])([\w.]+)(\$\{)?/g

const files = readdirSync('src', { recursive: true, encoding: 'utf8' })
  .filter((name) => /\.(vue|ts)$/.test(name) && !/spec|generated/.test(name))
  .map((name) => join('src', name))
const lookUp = (key: string) =>
  key.split('.').reduce<unknown>((at, part) => (at as Record<string, unknown>)?.[part], en)

describe('keys', () => {
  it('are in the catalogue', () => {
    const missing = new Set<string>()
    for (const file of files) {
      for (const [, , key = '', open] of readFileSync(file, 'utf8').matchAll(KEY)) {
        if (!key.includes('.')) continue
        // A key that is put together: what it begins with is there.
        const asked = open ? key.replace(/\.?[^.]*$/, '') : key
        if (lookUp(asked) === undefined) missing.add(`${file}: ${key}`)
      }
    }
    expect([...missing]).toEqual([])
  })
})
