import { describe, expect, it } from 'vitest'
import { hostsNamed, isOurOrigin, parseHosts } from '../../server/settings/hosts'
import { settingsOf } from '../../server/settings/settings'
import { newTestId, serve } from '../support/server'
import { send } from '../hostile/wire'

describe('the hosts a server answers under', () => {
  const named = (list: string, header: string, bound = '127.0.0.1') =>
    hostsNamed(parseHosts(list, bound), header).length > 0
  it.each([
    ['', 'localhost:4310', true],
    ['', '127.0.0.1', true],
    ['', '[::1]:4310', true],
    ['', 'LOCALHOST:1', true],
    ['', 'elsewhere.example:4310', false],
    ['', '127.0.0.1.elsewhere.example', false],
    ['', 'localhost.', false],
    ['', '', false],
    ['fintro.studio.example', 'fintro.studio.example:4310', true],
    ['https://fintro.studio.example', 'fintro.studio.example', true],
    ['fintro.studio.example:4310', 'fintro.studio.example:4311', false],
    ['fintro.studio.example:4310', 'fintro.studio.example', false],
    ['*', 'anything.example', true],
    ['*', '*', false],
    ['https://fintro.studio.example', 'a.fintro.studio.example', false],
  ])('“%s” and the Host %s: %s', (list, header, answered) => expect(named(list, header)).toBe(answered))
  it('the address bound to is one of them, all addresses are none', () => {
    expect([named('', '10.0.0.7:4310', '10.0.0.7'), named('', '10.0.0.7:4310', '0.0.0.0')]).toEqual([true, false])
    expect([named('', '0.0.0.0:4310', '0.0.0.0'), named('', '[fd00::7]:4310', 'fd00::7')]).toEqual([false, true])
  })
  it('origins are ours with the same scheme, host and port only', () => {
    const ours = (list: string, host: string, origin: string) =>
      isOurOrigin(hostsNamed(parseHosts(list, '127.0.0.1'), host), host, origin)
    expect(ours('', 'localhost:4310', 'http://localhost:4310')).toBe(true)
    expect(ours('', 'localhost:4310', 'https://localhost:4310')).toBe(false)
    expect(ours('', 'localhost:4310', 'http://localhost:4311')).toBe(false)
    expect(ours('', 'localhost:4310', 'http://127.0.0.1:4310')).toBe(false)
    expect(ours('', 'localhost:80', 'http://localhost')).toBe(true)
    expect(ours('https://f.example', 'f.example', 'https://f.example')).toBe(true)
    expect(ours('https://f.example', 'f.example', 'http://f.example')).toBe(false)
    expect(ours('https://f.example', 'f.example:443', 'https://f.example')).toBe(true)
    expect(ours('https://*', 'any.example', 'https://any.example')).toBe(true)
  })
  it('a setting that cannot be used is named in a sentence', () => {
    expect(() => settingsOf({ FINTRO_HOSTS: 'http://a b/c' })).toThrow(/FINTRO_HOSTS names b\/c, which is no host/)
    expect(() => settingsOf({ FINTRO_TOKEN: 'short' })).toThrow(
      'FINTRO_TOKEN cannot be used: has at least 16 characters',
    )
    expect(() => settingsOf({ PORT: 'x' })).toThrow(/PORT cannot be used/)
  })
})

const TOKEN = 'a-token-of-some-length'
it('under other names nothing is read and nothing written; from other schemes and without a token neither', async () => {
  const { server, stop } = await serve({ FINTRO_HOSTS: 'https://fintro.studio.example', FINTRO_TOKEN: TOKEN })
  try {
    const own = `127.0.0.1:${server.port}`
    const read = async (host: string, path = '/api/shots') =>
      (await send(server.port, { method: 'GET', path, headers: { host } })).status
    // What a page elsewhere reaches by pointing a name of its own at this machine.
    expect([await read('elsewhere.example'), await read('elsewhere.example', '/')]).toEqual([421, 421])
    expect([await read(own), await read(own, '/'), await read('fintro.studio.example')]).toEqual([200, 200, 200])
    const made = async (headers: Record<string, string>) => {
      const id = newTestId()
      const body = JSON.stringify({
        id,
        production: 'Trials',
        name: `One ${id}`,
        paper: '#ffffff',
        length: 24,
        picture: { width: 1920, height: 1080 },
        rate: { num: 24, den: 1 },
      })
      return (await send(server.port, { method: 'POST', path: '/api/shots', headers: { host: own, ...headers }, body }))
        .status
    }
    expect(await made({ origin: `http://${own}` })).toBe(200)
    expect(await made({ origin: `https://${own}` })).toBe(403)
    expect(await made({ host: 'fintro.studio.example', origin: 'https://fintro.studio.example' })).toBe(200)
    expect(await made({ host: 'fintro.studio.example', origin: 'http://fintro.studio.example' })).toBe(403)
    expect(await made({})).toBe(403)
    expect(await made({ 'fintro-token': TOKEN })).toBe(200)
    expect(await made({ 'fintro-token': `${TOKEN}x` })).toBe(403)
    // A token does not make another site's page one of ours.
    expect(await made({ 'fintro-token': TOKEN, origin: 'http://elsewhere.example' })).toBe(403)
  } finally {
    await stop()
  }
})
