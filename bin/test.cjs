require('./setup.cjs').run('test.ts')
