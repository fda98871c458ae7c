import { chromium } from '@playwright/test';
const [,, out, w, h, ...urls] = process.argv;
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const p = await b.newPage({ viewport: { width: +w, height: +h } });
p.on('console', m => { if (['error','warning'].includes(m.type())) console.log(m.type(), m.text().slice(0,300)); });
p.on('pageerror', e => console.log('pageerror', e.message.slice(0,500)));
for (const url of urls) { await p.goto('http://127.0.0.1:4180' + url); await p.waitForTimeout(3000); }
await p.screenshot({ path: out });
console.log(await p.locator('[role=status]').first().textContent({timeout:1000}).catch(()=>''));
console.log((await p.locator('main').innerText().catch(()=>'')).slice(0,300));
await b.close();
