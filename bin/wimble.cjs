require('./setup.cjs').run('wimble.ts')
