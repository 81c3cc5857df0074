/** How long a screen takes from the press on its word to its first painted frame, ms; five times, from Brief. The production is open already. */
export async function openTimes(page, screen, rounds = 5) {
  const runs = [];
  for (let i = 0; i < rounds; i += 1) {
    await page.evaluate(() => document.querySelector('a[href$="/brief"]').click());
    await page.waitForTimeout(250);
    runs.push(
      await page.evaluate(
        (s) =>
          new Promise((done) => {
            const at = performance.now();
            document.querySelector(`a[href$="/${s}"]`).click();
            const look = () => {
              const heading = document.querySelector('main h1, main h2');
              if (
                heading &&
                heading.textContent !== 'Brief' &&
                !document.querySelector('main [role=status]')?.textContent?.startsWith('Reading')
              )
                requestAnimationFrame(() => done(performance.now() - at));
              else requestAnimationFrame(look);
            };
            look();
          }),
        screen,
      ),
    );
  }
  return runs;
}
