/** Before all tests: the program that draws pictures is made, as the build makes it. */
module.exports = async () => {
  const path = await import('node:path');
  const { buildDrawer } = await import('../scripts/lib/app.mjs');
  const out = path.join(process.cwd(), '.tmp', 'drawer');
  await buildDrawer(out);
  process.env.UPCHART_DRAWER = path.join(out, 'drawer.mjs');
};
