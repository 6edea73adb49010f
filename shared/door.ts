/** What browser and server say to each other about who may enter. */

/** `GET /api/door`: for anybody. */
export interface DoorAnswer {
  /** Whether who asks may enter. */
  readonly isOpen: boolean
  /** Without one nobody on the network is let in. */
  readonly hasPassphrase: boolean
  /** Whether nobody between can read what is typed. */
  readonly isSecure: boolean
}

/** `GET /api/network`: for who was let in. */
export interface NetworkAnswer {
  /** Where a device in the workshop opens it, most likely first; none if it listens on its own machine only. */
  readonly addresses: readonly string[]
  readonly hasPassphrase: boolean
  readonly hasCertificate: boolean
  /** Devices that were let in. */
  readonly devices: number
  /** Whether this is the machine it runs on. */
  readonly isNear: boolean
}
