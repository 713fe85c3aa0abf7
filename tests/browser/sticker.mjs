// A made-up video of stickers: Code 128, Code 39 and QR, each in sight for a while, as raw frames (YUV4MPEG2, 4:2:0).
import { writeFileSync } from 'node:fs';
import bwipjs from 'bwip-js/node';

const WIDTH = 640;
const HEIGHT = 480;
const FRAMES_EACH = 25;

const draw = (kind, text) => {
    const luma = Buffer.alloc(WIDTH * HEIGHT, 235);
    const [code] = bwipjs.raw({ bcid: kind, text });
    const bar = (x, y, width, height) => {
        for (let row = y; row < y + height; row += 1) luma.fill(16, row * WIDTH + x, row * WIDTH + x + width);
    };
    if (code.sbs) {
        const modules = code.sbs.reduce((sum, width) => sum + width, 0);
        const scale = Math.max(1, Math.floor((WIDTH - 60) / modules));
        let x = Math.floor((WIDTH - modules * scale) / 2);
        code.sbs.forEach((width, at) => {
            if (at % 2 === 0) bar(x, 130, Math.round(width * scale), 200);
            x += Math.round(width * scale);
        });
    } else {
        const scale = Math.floor(360 / code.pixy);
        const left = Math.floor((WIDTH - code.pixx * scale) / 2);
        code.pixs.forEach((dark, at) => {
            if (dark) bar(left + (at % code.pixx) * scale, 60 + Math.floor(at / code.pixx) * scale, scale, scale);
        });
    }
    return luma;
};

export function video(file, stickers) {
    const grey = Buffer.alloc((WIDTH * HEIGHT) / 2, 128);
    const parts = [Buffer.from(`YUV4MPEG2 W${WIDTH} H${HEIGHT} F10:1 Ip A1:1 C420jpeg\n`)];
    for (const [kind, text] of stickers) {
        const luma = draw(kind, text);
        for (let n = 0; n < FRAMES_EACH; n += 1) parts.push(Buffer.from('FRAME\n'), luma, grey);
    }
    writeFileSync(file, Buffer.concat(parts));
}
