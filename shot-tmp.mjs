import puppeteer from 'puppeteer-core'; import fs from 'fs'; import path from 'path';
const [,, out, url, w, h, script] = process.argv;
const b=await puppeteer.launch({executablePath:'/usr/bin/chromium',args:['--headless','--no-sandbox','--disable-gpu','--disable-quic','--no-first-run','--disable-background-networking','--disable-component-update','--disable-sync'],userDataDir:fs.mkdtempSync('/tmp/prof-')});
const p=await b.newPage();
p.on('console',m=>['error','warning'].includes(m.type())&&console.log('console:',m.text()));
p.on('pageerror',e=>console.log('pageerror:',e.message));
await p.setViewport({width:+w,height:+h});
let target=url;
if (url.startsWith('piece:')) {
  await p.goto('http://127.0.0.1:4390/',{waitUntil:'networkidle2'});
  const links=await p.$$eval('.bench-link',l=>l.map(a=>[a.querySelector('h2').textContent,a.href]));
  const [,name,rest='']=url.split(':');
  target=links.find(([n])=>n.includes(name))[1]+rest;
} else if (url.startsWith('/')) target='http://127.0.0.1:4390'+url;
await p.goto(target,{waitUntil:'networkidle2'});
if (script) { const {default: run}=await import(path.resolve(script)); await run(p); }
await new Promise(r=>setTimeout(r,400));
await p.screenshot({path:out});
await b.close();
