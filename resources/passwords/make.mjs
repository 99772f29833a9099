// Writes the passwords that are guessed first: node resources/passwords/make.mjs
import { readFileSync, writeFileSync } from 'node:fs'
import { dirname } from 'node:path'
import { fileURLToPath } from 'node:url'

const folder = dirname(fileURLToPath(import.meta.url))
const listed = JSON.parse(readFileSync(`${folder}/../../node_modules/@zxcvbn-ts/language-common/src/passwords.json`, 'utf8'))
const words = [...new Set(Object.values(listed).map((word) => String(word).toLowerCase()))].filter((word) => word.length >= 5)
writeFileSync(`${folder}/common.txt`, `${words.join('\n')}\n`)
console.log(`${words.length} passwords`)
