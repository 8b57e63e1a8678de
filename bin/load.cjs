'use strict'
// apart from setup.cjs because an old Node cannot even read this syntax
const { pathToFileURL } = require('node:url')

module.exports = async function load(file) {
  const { register } = await import('tsx/esm/api')
  register()
  await import(pathToFileURL(file).href)
}
