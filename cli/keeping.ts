import { existsSync } from 'node:fs'
import { join, resolve } from 'node:path'
import Database from 'better-sqlite3'
import { backUp, DATABASE_FILE, restore, type Copied } from '../server/db/backup'
import { sentenceFor } from '../server/db/open-errors'
import { newPassphrase, PASSPHRASE_KEY } from '../server/gate/passphrase'

const MEGA = 1e6
const held = ({ bytes, pieces, photos }: Copied): string =>
  `${pieces} ${pieces === 1 ? 'piece' : 'pieces'}, ${photos} ${photos === 1 ? 'picture' : 'pictures'}, ${(bytes / MEGA).toFixed(1)} MB`

export const isKeeping = (args: readonly string[]): boolean => args[0] === 'backup' || args[0] === 'restore'

/**
 * Sets the passphrase that devices on the workshop’s network are asked for; a server may be running. Returns the exit
 * code.
 */
export async function setPassphrase(
  text: string,
  folder: string,
  print: (text: string) => void,
  complain: (text: string) => void,
): Promise<number> {
  const made = await newPassphrase(text)
  if (!made.ok) {
    complain(`The passphrase ${made.issues[0]!.message}.`)
    return 1
  }
  if (!existsSync(join(folder, DATABASE_FILE))) {
    complain(`There is no workshop in ${folder} yet: start the server once.`)
    return 1
  }
  try {
    const db = new Database(join(folder, DATABASE_FILE), { fileMustExist: true })
    db.transaction(() => {
      db.prepare(
        'insert into setting (key, value) values (?, ?) on conflict (key) do update set value = excluded.value',
      ).run(PASSPHRASE_KEY, JSON.stringify(made.value))
      db.prepare('delete from session').run()
    })()
    db.close()
    print('The passphrase is set; every device is asked for it.')
    return 0
  }
  catch (error) {
    complain(sentenceFor(error, folder) ?? String(error))
    return 1
  }
}

/**
 * Copies the workshop’s data into a file, or puts such a file in its place. Returns the exit code: 0 done, 1 it could
 * not be, 2 a bad call.
 */
export async function keep(
  args: readonly string[],
  folder: string,
  now: Date,
  print: (text: string) => void,
  complain: (text: string) => void,
): Promise<number> {
  const [verb, file, ...rest] = args
  if (file === undefined || rest.length > 0) {
    complain(`Usage: npm run --silent arreglo -- ${verb} FILE`)
    return 2
  }
  try {
    if (verb === 'backup') {
      const made = await backUp(folder, resolve(file))
      if (!made.ok) {
        complain(made.issues[0]!.message)
        return 1
      }
      print(`${made.value.file}: ${held(made.value)}`)
      return 0
    }
    const done = restore(folder, resolve(file), now)
    if (!done.ok) {
      complain(done.issues[0]!.message)
      return 1
    }
    print(
      `${folder} now holds ${held(done.value.copied)}.${done.value.keptIn ? ` What was there is kept in ${done.value.keptIn}.` : ''}`,
    )
    return 0
  }
  catch (error) {
    complain(sentenceFor(error, folder) ?? String(error))
    return 1
  }
}
