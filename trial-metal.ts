import { writeFileSync } from 'node:fs';
import { boxAt, freshPass, freshSource, freshStep } from '@uvrant/core';
const font = (family: string, text: string, size: number, extra: object = {}) => freshSource('type', { text, upperCase: true, lines: 'fit', size, leading: 0.9, font: { family }, colour: { srgb: '#e8572f' }, ...extra });
const put = (x: number, y: number, w: number, h: number) => ({ ...boxAt(x + w / 2, y + h / 2, w, h), fit: 'free' as const });
const flatBack = freshPass('back', 'Back', freshSource('flat', { colour: { srgb: '#16171a' } }), put(0, 0, 360, 330));
const sheet = {
  format: 'uvrant-sheet', version: 2, name: 'Trial', size: { width: 360, height: 330 }, ppi: 150, edges: 'smooth', stock: { name: 'x', colour: '#ffffff' }, inks: [],
  passes: [flatBack,
    freshPass('metal', 'Metal', font('alfa-slab-one', 'Perigee', 40), put(10, 10, 340, 48), { steps: [freshStep('metal', { width: 4, tall: 56 }), freshStep('halo', { reach: 9, strength: 0.5 }), freshStep('cast', {})] }),
    freshPass('liquid', 'Liquid', font('anton', 'High tide\nlow moon', 60), put(20, 95, 320, 150), { steps: [freshStep('displace', { of: 'ripple tank', soft: 1, arrow: { x: 9, y: 6 }, size: 0.8 })] }),
    freshPass('slope', 'Slope', font('anton', 'High tide', 60), put(20, 250, 150, 60), { steps: [freshStep('displace', { of: 'ripple tank', soft: 1.5, way: 'down its slopes', reach: 8, size: 0.6 })] }),
    freshPass('folds', 'Folds', font('anton', 'High tide', 60), put(190, 250, 150, 60), { steps: [freshStep('displace', { of: 'cloth folds', soft: 1, way: 'down its slopes', reach: 9, shade: 0.9 })] }),
  ],
};
writeFileSync('/tmp/t/metal.json', JSON.stringify(sheet));
