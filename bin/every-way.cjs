require('./setup.cjs').run('every-way.ts')
