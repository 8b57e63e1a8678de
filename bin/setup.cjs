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

/** Runs a command out of sight, saying every ten seconds that it goes on; what it printed is shown if it fails. */
function quietly(what, command, args, done) {
  var began = Date.now()
  var said = []
  var seconds = function () {
    return Math.round((Date.now() - began) / 1000) + ' s'
  }
  var child = childProcess.spawn(command, args, { cwd: ROOT, shell: process.platform === 'win32' })
  var tick = setInterval(function () {
    process.stderr.write(what + ': ' + seconds() + '\n')
  }, 10000)
  var keep = function (chunk) {
    said.push(String(chunk))
  }
  child.stdout.on('data', keep)
  child.stderr.on('data', keep)
  child.on('error', keep)
  child.on('close', function (code) {
    clearInterval(tick)
    if (code === 0) return done(seconds())
    process.stderr.write(said.join('').slice(-4000) + '\n')
    fail(what + ' failed; what it said stands above.')
  })
}

function databaseWorks() {
  var tried = childProcess.spawnSync(
    process.execPath,
    ['-e', "new (require('better-sqlite3'))(':memory:')"],
    { cwd: ROOT },
  )
  return tried.status === 0
}

/** Installs the npm packages when they are missing or belong to another lock file; says so on stderr. */
function ensureInstalled(done) {
  var stamp = path.join(ROOT, 'node_modules', '.wimble-installed')
  var want = lockHash()
  try {
    if (fs.readFileSync(stamp, 'utf8') === want) return done()
  } catch (missing) {
    // anything else than a missing stamp is a fault
    if (missing.code !== 'ENOENT') throw missing
  }
  var finish = function (took) {
    fs.writeFileSync(stamp, want)
    process.stderr.write('Packages installed in ' + took + '.\n')
    done()
  }
  var npm = process.platform === 'win32' ? 'npm.cmd' : 'npm'
  process.stderr.write(
    'Installing packages. The database module may compile for some minutes the first time.\n',
  )
  quietly('Installing packages', npm, ['ci', '--include=dev', '--no-audit', '--no-fund'], function (took) {
    if (databaseWorks()) return finish(took)
    // an npm that runs no install scripts leaves the module uncompiled
    quietly(
      'Compiling the database module',
      npm,
      ['rebuild', 'better-sqlite3', '--ignore-scripts=false'],
      finish,
    )
  })
}

/** Checks Node, installs what is missing, then runs a TypeScript program of this folder. */
function run(program) {
  var old = nodeTooOld(process.version)
  if (old) fail(old)
  ensureInstalled(function () {
    require('./load.cjs')(path.join(__dirname, program))
  })
}

module.exports = { run: run, nodeTooOld: nodeTooOld, fail: fail, ROOT: ROOT }
