require('./setup.cjs').run('dev.ts')
