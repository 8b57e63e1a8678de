require('./setup.cjs').run('prove.ts')
