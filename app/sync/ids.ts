import { customAlphabet } from 'nanoid'

/** A new id: sixteen letters and digits, each equally likely. */
export const newId = customAlphabet('ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789', 16)
