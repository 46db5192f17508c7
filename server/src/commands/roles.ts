// Before a server starts on the private cluster: makes its two roles and its database as the superuser, and says their addresses
import { createRolesAndDatabase } from '../db/prepare'

const { LIQUAMEN_SUPERUSER_URL, LIQUAMEN_OWNER_PASSWORD, LIQUAMEN_APP_PASSWORD } = process.env
if (!LIQUAMEN_SUPERUSER_URL || !LIQUAMEN_OWNER_PASSWORD || !LIQUAMEN_APP_PASSWORD)
  throw new Error('start with: npm start')
const { ownerUrl, appUrl } = await createRolesAndDatabase(LIQUAMEN_SUPERUSER_URL, 'liquamen', {
  owner: LIQUAMEN_OWNER_PASSWORD,
  app: LIQUAMEN_APP_PASSWORD,
})
process.stdout.write(JSON.stringify({ DATABASE_URL: appUrl, DATABASE_OWNER_URL: ownerUrl }))
