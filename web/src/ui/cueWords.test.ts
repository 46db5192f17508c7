import { CUES } from '@liquamen/core'
import { describe, expect, it } from 'vitest'
import { CUE_WORDS } from './cueWords'

describe('what a cook sees in one tap', () => {
  it('has a word for the record, never its code', () => {
    for (const cue of CUES) {
      expect(CUE_WORDS[cue], cue).toBeTruthy()
      expect(CUE_WORDS[cue]).not.toMatch(/[a-z][A-Z]/)
    }
  })
})
