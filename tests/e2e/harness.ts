import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { connect, createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { test as base, expect, type BrowserContext, type Page } from '@playwright/test'
import { loadDemo } from '../../demo/load'
import type { Piece } from '../../core/piece/schema'
import type { BenchPage } from '../../shared/bench'

/** How every browser of the tests is started: without a word to anybody else. */
export const BROWSER_ARGS = [
  '--no-sandbox',
  '--disable-quic',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--no-first-run',
]

const ENTRY = join(import.meta.dirname, '../../.output/server/index.mjs')
const freePort = () =>
  new Promise<number>((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number }
      probe.close(() => resolve(port))
    })
  })

/** The built server with a data folder of its own, which outlives restarts. */
export class Workshop {
  private child: ChildProcess | undefined
  private constructor(
    readonly url: string,
    private readonly port: number,
    readonly folder: string,
    private readonly env: Readonly<Record<string, string>>,
  ) {}

  /** Opened with what else its server is told; in a folder of its own, or in one that is given. */
  static async open(
    env: Readonly<Record<string, string>> = {},
    folder = mkdtempSync(join(tmpdir(), 'arreglo-e2e-')),
  ): Promise<Workshop> {
    const port = await freePort()
    const shop = new Workshop(`http${env.ARREGLO_CERT ? 's' : ''}://127.0.0.1:${port}`, port, folder, env)
    await shop.start()
    return shop
  }

  async start(): Promise<void> {
    stopped.delete(this.url)
    this.child = spawn(process.execPath, [ENTRY], {
      env: {
        ...process.env,
        NITRO_PORT: String(this.port),
        ARREGLO_DATA: this.folder,
        ARREGLO_NAMES: 'workshop.test',
        ...this.env,
      },
      stdio: 'ignore',
    })
    for (let i = 0; i < 600; i++) {
      if (await this.answers()) return
      await new Promise(r => setTimeout(r, 100))
    }
    throw new Error('The server does not answer.')
  }

  /** A certificate made for a test is nobody's to check: that something listens is enough. */
  private answers(): Promise<boolean> {
    if (!this.env.ARREGLO_CERT) {
      return fetch(`${this.url}/api/health`).then(
        r => r.ok,
        () => false,
      )
    }
    return new Promise((resolve) => {
      const socket = connect(this.port, '127.0.0.1', () => {
        socket.destroy()
        resolve(true)
      }).on('error', () => resolve(false))
    })
  }

  /** Ends the server: by default as an operator would, or with SIGKILL as a power cut would. */
  async stop(signal: NodeJS.Signals = 'SIGTERM'): Promise<void> {
    const child = this.child
    if (!child || child.exitCode !== null) return
    const gone = new Promise(resolve => child.once('exit', resolve))
    stopped.add(this.url)
    child.kill(signal)
    await gone
  }

  async restart(signal?: NodeJS.Signals): Promise<void> {
    await this.stop(signal)
    await this.start()
  }

  async close(): Promise<void> {
    await this.stop()
    rmSync(this.folder, { recursive: true, force: true })
  }

  /** The database file while the server is stopped: what an older version left there. */
  get databaseFile(): string {
    return join(this.folder, 'arreglo.db')
  }

  get files(): string[] {
    return readdirSync(this.folder)
  }

  withDemo(today = new Date().toISOString().slice(0, 10)): Promise<boolean> {
    return loadDemo(this.url, today)
  }

  /** Every piece on the bench, whole. */
  async pieces(): Promise<Piece[]> {
    const { rows } = (await (await fetch(`${this.url}/api/bench?at=2026-03-05T09:00`)).json()) as BenchPage
    return await Promise.all(rows.map(async r => (await this.piece(r.id)).piece))
  }

  async piece(id: string): Promise<{ piece: Piece, version: number, log: { id: string }[] }> {
    return (await (await fetch(`${this.url}/api/pieces/${id}`)).json()) as {
      piece: Piece
      version: number
      log: { id: string }[]
    }
  }

  send(path: string, body: unknown, method = 'POST'): Promise<Response> {
    return fetch(this.url + path, {
      method,
      headers: { 'content-type': 'application/json' },
      body: typeof body === 'string' ? body : JSON.stringify(body),
    })
  }
}

/** Addresses at which nobody answers any more. */
const stopped = new Set<string>()
/** A program that was still being fetched when its server was stopped, in the middle of a test or at its end. */
const isCutOff = (text: string) =>
  text.includes('Failed to fetch dynamically imported module') && [...stopped].some(url => text.includes(url))

/** Puts on the list what went wrong in a page, also what the framework caught and only wrote down. */
export function heedErrors(context: BrowserContext, list: string[]): void {
  const heed = (text: string) => {
    if (!isCutOff(text)) list.push(text)
  }
  context.on('weberror', e => heed(`page error: ${e.error().message}`))
  context.on('console', (said) => {
    if (said.type() === 'error' && /\b(Type|Reference|Range)Error\b/.test(said.text())) heed(said.text())
  })
}

/** Gives each test its workshop, and fails it if a page complained or asked anything of another machine. */
export const test = base.extend<{ workshop: Workshop, strangers: string[] }>({
  // eslint-disable-next-line no-empty-pattern
  workshop: async ({}, use) => {
    const w = await Workshop.open()
    await use(w)
    await w.close()
  },
  strangers: [
    async ({ context }, use) => {
      const strangers: string[] = []
      context.on('request', (r) => {
        if (/^(https?|wss?):/.test(r.url()) && new URL(r.url()).hostname !== '127.0.0.1') strangers.push(r.url())
      })
      heedErrors(context, strangers)
      await use(strangers)
      expect(strangers).toEqual([])
    },
    { auto: true },
  ],
})

export const saved = (page: Page) => expect(page.getByTestId('save-state')).toHaveText('saved')
export { expect }
