import { draftScale, tilesOf, withStep, type Sheet } from '@uvrant/core';
import { BenchHost, typeOf } from './tools/bench/host';
import { demoPyramids, demoSheet } from './packages/core/test/support/demo';
const folder='/tmp/keepd';
const infos = demoPyramids('.', folder);
const [sheetName, pass, step, name] = process.argv.slice(2) as string[];
const sheet = demoSheet('.', sheetName as never);
const type = await typeOf([sheet]);
const host = new BenchHost(infos, folder, type);
const value = (n: number): unknown => name==='arrow' ? ({x:6+n,y:5}) : name==='width' ? 2+n/20 : name==='outWhite' ? 0.97-n/500 : name==='spread' ? 0.1+n/500 : 20+n/8;
const took: string[] = [];
for (let n=0;n<(+(process.env.N??14));n++){
  const s: Sheet = withStep(sheet, pass!, step!, (each)=>({...each, params:{...each.params,[name!]:value(n)}}));
  const a=performance.now(); const open=host.open(s); const b=performance.now();
  const { width, height } = draftScale(s.size, s.ppi, 3); let ms=0; const parts: string[]=[];
  for (const tile of tilesOf({x:0,y:0,width,height},512)) { const d=host.run(open,{kind:'tile',version:1,quality:'draft',halvings:3,side:512,x:Math.floor(tile.x/512),y:Math.floor(tile.y/512)}); ms+=d.ms; parts.push(d.ms.toFixed(0)); }
  if (n>+(process.env.N??14)-6) took.push(`${(b-a).toFixed(0)}+${ms.toFixed(0)} (${parts.join(',')})`);
}
console.log(took.join(' | '));
