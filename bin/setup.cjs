/* Runs before anything is installed, on any Node: only old syntax and Node's own modules here. */
'use strict'
var fs = require('fs')
var path = require('path')
var crypto = require('crypto')
var childProcess = require('child_process')

var ROOT = path.resolve(__dirname, '..')
var LEAST_NODE = [20, 19, 0]

/** Why this Node is too old, in a sentence, or undefined. */
function nodeTooOld(version) {
  var parts = String(version).replace(/^v/, '').split('.').map(Number)
  for (var i = 0; i < LEAST_NODE.length; i++) {
    if (parts[i] > LEAST_NODE[i]) return undefined
    if (!(parts[i] >= LEAST_NODE[i]))
      return 'Wimble needs Node ' + LEAST_NODE.join('.') + ' or newer; this is ' + version + '.'
  }
  return undefined
}

/** One plain sentence, and out. */
function fail(sentence) {
  process.stderr.write(sentence + '\n')
  process.exit(1)
}

function lockHash() {
  var hash = crypto.createHash('sha256')
  hash.update(fs.readFileSync(path.join(ROOT, 'package-lock.json')))
  hash.update(process.version)
  return hash.digest('hex')
}

/** Installs the npm packages when they are missing or belong to another lock file; says so on stderr. */
function ensureInstalled() {
  var stamp = path.join(ROOT, 'node_modules', '.wimble-installed')
  var want = lockHash()
  try {
    if (fs.readFileSync(stamp, 'utf8') === want) return
  } catch (_missing) {
    // not installed yet
  }
  process.stderr.write(
    'Installing packages. The database module may compile for some minutes the first time.\n',
  )
  var began = Date.now()
  var npm = process.platform === 'win32' ? 'npm.cmd' : 'npm'
  // package.json names the two packages whose install scripts may run; older npm runs them anyway
  var done = childProcess.spawnSync(
    npm,
    ['ci', '--include=dev', '--no-audit', '--no-fund', '--loglevel=error', '--foreground-scripts'],
    {
      cwd: ROOT,
      stdio: ['ignore', 2, 2],
      shell: process.platform === 'win32',
    },
  )
  if (done.status !== 0) fail('Installing the packages failed; what npm said stands above.')
  var tried = childProcess.spawnSync(
    process.execPath,
    ['-e', "new (require('better-sqlite3'))(':memory:')"],
    { cwd: ROOT },
  )
  if (tried.status !== 0) {
    process.stderr.write('Compiling the database module.\n')
    var built = childProcess.spawnSync(
      npm,
      ['rebuild', 'better-sqlite3', '--foreground-scripts', '--ignore-scripts=false'],
      { cwd: ROOT, stdio: ['ignore', 2, 2] },
    )
    if (built.status !== 0)
      fail('Compiling the database module failed; it needs python3, make and a C++ compiler.')
  }
  fs.writeFileSync(stamp, want)
  process.stderr.write('Packages installed in ' + Math.round((Date.now() - began) / 1000) + ' s.\n')
}

/** Checks Node, installs what is missing, then runs a TypeScript program of this folder. */
function run(program) {
  var old = nodeTooOld(process.version)
  if (old) fail(old)
  ensureInstalled()
  require('./load.cjs')(path.join(__dirname, program))
}

module.exports = { run: run, nodeTooOld: nodeTooOld, fail: fail, ROOT: ROOT }
