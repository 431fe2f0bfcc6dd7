import { decodePhoto } from '@ravlo/cli';
import { flatten } from '@ravlo/core';
import { resample, resamplePlainly } from '@ravlo/core/flatten/resample';
import { loadComparison } from './comparison';
import { readFileSync, readdirSync } from 'node:fs';
import sharp from 'sharp';
const dir='out/measure/4032';
const cv = await loadComparison();
const files = readdirSync(dir).filter(f=>f.endsWith('.jpg')).slice(0,8);
const ours:number[]=[],theirs:number[]=[];
for (const [n,f] of [...files.slice(0,2),...files].entries()) {
  const { image } = await decodePhoto(`${dir}/${f}`);
  const truth = JSON.parse(readFileSync(`${dir}/${f.replace('.jpg','.json')}`,'utf8'));
  let t=performance.now(); const p = flatten(image, truth.corners, { dpi: 200 }); const a=performance.now()-t;
  const b = cv.warpMs(image, truth.corners, 1654, 2339);
  if(n>=2){ours.push(a);theirs.push(b);}
  if(n===2) await sharp(Buffer.from(p.image.data.buffer),{raw:{width:p.image.width,height:p.image.height,channels:4}}).png().toFile('/tmp/w/flat.png');
  if(n===2){
    const knots=new Float32Array(26*60*2).map((_,i)=>i%2? -2+Math.floor(i/52)*70+Math.random()*9 : -3+((i>>1)%26)*124+Math.random()*9);
    for (const fp of [[1,1],[1.4,1.7],[2,1.2]] as const){ const P={knots,spans:25,rows:60,scale:.9}; const x=resample(image,P,fp), y=resamplePlainly(image,P,fp);
    let d=0; for(let i=0;i<12000;i++) if(x[i]!==y[i]) d++; console.log('differs',d);}
  }
}
const med=(a:number[])=>a.sort((p,q)=>p-q)[a.length>>1];
console.log(med(ours).toFixed(0),med(theirs).toFixed(0),(med(ours)/med(theirs)).toFixed(2));
