import { beforeEach, describe, expect, it } from 'vitest'

import { change, load } from './kept'
import { forgetClients, forgetDrafts, unsent } from './leaving'

describe('what leaves a device with the session', () => {
  beforeEach(async () => {
    localStorage.setItem('session', '{"name":"Mara"}')
    localStorage.setItem('device', 'd-1')
    localStorage.setItem('gauffer:wish:3', '{}')
    sessionStorage.setItem('gauffer:wish:3:trail', '{}')
    await change('chair 7', () => ({ client_name: 'Runa' }))
    await change('chair 7 waiting', () => [{ id: 'a' }, { id: 'b' }])
    await change('chair 8 waiting', () => [{ id: 'c' }])
  })

  it('forgets clients and keeps what waits to be sent', async () => {
    await forgetClients()
    expect(await load('chair 7')).toBeUndefined()
    expect(localStorage.getItem('session')).toBeNull()
    expect(localStorage.getItem('gauffer:wish:3')).not.toBeNull()
    expect(await unsent()).toBe(3)
  })

  it('forgets drafts where nobody comes back to them', async () => {
    await forgetDrafts()
    expect(await load('chair 7')).toBeUndefined()
    expect(Object.keys(localStorage)).toEqual(['device'])
    expect(Object.keys(sessionStorage)).toEqual([])
    expect(await unsent()).toBe(3)
  })
})
