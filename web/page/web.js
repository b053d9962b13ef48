// web.js - the core and the bench of Pemble, compiled to WebAssembly, on a page.

const at = (id) => document.getElementById(id);
const files = {};
let wasm;

// What the C library asks of a system (WASI): a folder with files to be read, and a clock.
const open = [];
function system() {
    const view = () => new DataView(wasm.memory.buffer);
    const GOOD = 0, BAD_FILE = 8, NO_FILE = 44, FOLDER = 3;
    return {
        proc_exit(code) { throw new Error(`it ended with status ${code}`); },
        clock_time_get(id, precision, to) {
            view().setBigUint64(to, BigInt(Math.round(performance.now() * 1e6)), true);
            return GOOD;
        },
        fd_prestat_get(fd, to) {
            if (fd !== FOLDER) return BAD_FILE;
            view().setUint8(to, 0);
            view().setUint32(to + 4, 1, true);
            return GOOD;
        },
        fd_prestat_dir_name(fd, to) { view().setUint8(to, 46); return GOOD; },
        fd_fdstat_get(fd, to) {
            view().setUint8(to, fd === FOLDER ? 3 : 4);
            view().setUint16(to + 2, 0, true);
            view().setBigUint64(to + 8, ~0n & 0x1FFFFFFFn, true);
            view().setBigUint64(to + 16, ~0n & 0x1FFFFFFFn, true);
            return GOOD;
        },
        path_open(folder, how, path, length, flags, rights, inherited, more, to) {
            const bytes = files[text(path, length)];
            if (!bytes) return NO_FILE;
            open.push({bytes, at: 0});
            view().setUint32(to, 3 + open.length, true);
            return GOOD;
        },
        fd_read(fd, pieces, count, to) {
            const file = open[fd - 4];
            if (!file) return BAD_FILE;
            let all = 0;
            for (let i = 0; i < count; i++) {
                const start = view().getUint32(pieces + 8 * i, true);
                const room = view().getUint32(pieces + 8 * i + 4, true);
                const part = file.bytes.subarray(file.at, file.at + room);
                new Uint8Array(wasm.memory.buffer).set(part, start);
                file.at += part.length;
                all += part.length;
            }
            view().setUint32(to, all, true);
            return GOOD;
        },
        fd_seek() { return 70; },
        fd_close() { return GOOD; },
        fd_write(fd, pieces, count, to) { view().setUint32(to, 0, true); return GOOD; },
        fd_fdstat_set_flags() { return GOOD; },
    };
}

function text(start, length) {
    if (!start) return null;
    const bytes = new Uint8Array(wasm.memory.buffer, start);
    const end = length === undefined ? bytes.indexOf(0) : length;
    return new TextDecoder().decode(bytes.slice(0, end));
}

function wrong(message) {
    at("wrong").textContent = message;
    at("wrong").hidden = false;
}

// Draws the picture that was made last; a pixel of it is `zoom` wide.
function draw(canvas, zoom) {
    const width = wasm.shown_width(), height = wasm.shown_height();
    if (!width) return false;
    if (canvas.width !== width || canvas.height !== height) {
        canvas.width = width;
        canvas.height = height;
    }
    canvas.style.width = width * zoom + "px";
    const pixels = new Uint8ClampedArray(wasm.memory.buffer, wasm.shown_pixels(), 4 * width * height);
    canvas.getContext("2d").putImageData(new ImageData(pixels.slice(), width, height), 0, 0);
    canvas.classList.toggle("round", pixels[3] === 0);
    return true;
}

function make(tag, properties, ...children) {
    const element = Object.assign(document.createElement(tag), properties);
    element.append(...children);
    return element;
}

function fill(select, count, name) {
    for (let i = 0; i < count; i++)
        select.append(make("option", {value: i, textContent: text(name(i))}));
}

// Pellan Quay.
const quay = {canvases: [], last: 0, rest: 0, frames: 0, since: 0, paused: false};

function drawQuay() {
    quay.canvases.forEach((canvas, i) => {
        wasm.quay_glass(i);
        draw(canvas, Math.max(1, Math.floor(300 / wasm.shown_width())));
    });
}

function frame(time) {
    const passed = Math.min(100, time - quay.last) * Number(at("speed").value);
    quay.last = time;
    if (!quay.paused && !document.hidden) {
        quay.rest += passed;
        const whole = Math.floor(quay.rest / 20) * 20;
        if (whole > 0) {
            wasm.quay_advance(whole);
            quay.rest -= whole;
            drawQuay();
        }
        quay.frames++;
    }
    if (time - quay.since >= 1000) {
        at("rate").textContent = `${Math.round(quay.frames * 1000 / (time - quay.since))} frames a second`;
        quay.since = time;
        quay.frames = 0;
    }
    requestAnimationFrame(frame);
}

function beginQuay() {
    if (!wasm.quay_begin()) return wrong(`The harbour cannot be opened. ${text(wasm.what_was_said())}`);
    for (let i = 0; i < wasm.quay_count(); i++) {
        const caption = text(wasm.quay_caption(i));
        const canvas = make("canvas", {});
        canvas.setAttribute("role", "img");
        canvas.setAttribute("aria-label", caption);
        quay.canvases.push(canvas);
        at("glasses").append(make("figure", {}, canvas, make("figcaption", {textContent: caption})));
    }
    wasm.quay_advance(20);
    drawQuay();
    document.documentElement.dataset.firstFrame = Math.round(performance.now());
    const press = at("press");
    const down = () => { press.classList.add("down"); wasm.quay_press(1); };
    const up = () => { press.classList.remove("down"); wasm.quay_press(0); };
    press.addEventListener("pointerdown", down);
    for (const name of ["pointerup", "pointerleave", "blur"]) press.addEventListener(name, up);
    press.addEventListener("keydown", (e) => { if ((e.key === " " || e.key === "Enter") && !e.repeat) down(); });
    press.addEventListener("keyup", up);
    at("back").addEventListener("click", () => wasm.quay_turn(-1));
    at("forth").addEventListener("click", () => wasm.quay_turn(1));
    at("pause").addEventListener("click", () => {
        quay.paused = !quay.paused;
        at("pause").textContent = quay.paused ? "Go on" : "Pause";
    });
    requestAnimationFrame((time) => { quay.last = quay.since = time; frame(time); });
}

// How long a frame of the OLED takes, in milliseconds: painted, sent, and drawn here.
globalThis.timeOfOled = (frames) => {
    const canvas = document.createElement("canvas");
    const began = performance.now();
    for (let i = 0; i < frames; i++) {
        wasm.quay_paint_oled(i * 60000);
        draw(canvas, 1);
    }
    return (performance.now() - began) / frames;
};

// Gauges.
function drawGauge() {
    const value = at("value").value, size = at("size").value;
    at("value-text").textContent = value;
    at("size-text").textContent = `${size} %`;
    wasm.gauge_draw(Number(at("gauge").value), Number(at("look").value), Number(value), Number(size));
    draw(at("gauge-canvas"), 2);
}

function drawGauges() {
    const canvases = at("all-gauges").querySelectorAll("canvas");
    canvases.forEach((canvas, i) => {
        wasm.gauge_draw(i, Number(at("look").value), Number(at("value").value), 100);
        draw(canvas, 1);
    });
}

function beginGauges() {
    fill(at("gauge"), wasm.gauge_count_of(), wasm.gauge_name);
    fill(at("look"), wasm.look_count(), wasm.look_name);
    at("gauge").value = 3;
    for (let i = 0; i < wasm.gauge_count_of(); i++) {
        const name = text(wasm.gauge_name(i)), canvas = make("canvas", {});
        canvas.setAttribute("role", "img");
        canvas.setAttribute("aria-label", name);
        at("all-gauges").append(make("figure", {}, canvas, make("figcaption", {textContent: name})));
    }
    for (const id of ["gauge", "look", "value", "size"])
        at(id).addEventListener("input", () => { drawGauge(); if (id !== "size" && id !== "gauge") drawGauges(); });
    drawGauge();
    drawGauges();
}

// Modules: one mistake a turn, so that the page stays quick.
let turn = 0;
function showModule() {
    const number = Number(at("module").value), mine = ++turn;
    at("symptoms").replaceChildren();
    const next = (mistake) => {
        if (mine !== turn || mistake === wasm.mistake_count()) return;
        const title = text(wasm.module_symptom(number, mistake));
        const canvas = make("canvas", {});
        if (title && draw(canvas, wasm.shown_width() > 180 ? 1 : 2)) {
            const mend = text(wasm.module_mend(number, mistake));
            canvas.setAttribute("role", "img");
            canvas.setAttribute("aria-label", `the test card: ${title}`);
            const caption = make("figcaption", {textContent: title});
            if (mend) caption.append(make("br"), make("code", {textContent: mend}));
            at("symptoms").append(make("figure", {}, canvas, caption));
        }
        setTimeout(next, 0, mistake + 1);
    };
    next(0);
}

function beginModules() {
    fill(at("module"), wasm.module_count(), wasm.module_name);
    at("module").value = [...at("module").options].findIndex((o) => o.textContent === "oled-0.96-i2c");
    at("module").addEventListener("input", showModule);
    showModule();
}

// Assets: the browser decodes the file, the makers of pemble do the rest.
let decoded = [], playing = 0;

async function decode(file) {
    const scratch = document.createElement("canvas").getContext("2d", {willReadFrequently: true});
    const pixels = (image, width, height) => {
        scratch.canvas.width = width;
        scratch.canvas.height = height;
        scratch.drawImage(image, 0, 0);
        return scratch.getImageData(0, 0, width, height);
    };
    if (file.type === "image/gif" && globalThis.ImageDecoder) {
        const decoder = new ImageDecoder({data: await file.arrayBuffer(), type: file.type});
        await decoder.tracks.ready;
        const frames = [];
        for (let i = 0; i < Math.min(300, decoder.tracks.selectedTrack.frameCount); i++) {
            const {image} = await decoder.decode({frameIndex: i});
            frames.push({data: pixels(image, image.displayWidth, image.displayHeight),
                milliseconds: Math.round((image.duration ?? 100000) / 1000)});
            image.close();
        }
        return frames;
    }
    const image = await createImageBitmap(file);
    return [{data: pixels(image, image.width, image.height), milliseconds: 0}];
}

function cSource(name, bytes, what) {
    const rows = [];
    for (let i = 0; i < bytes.length; i += 20) rows.push("    " + [...bytes.slice(i, i + 20)].map((b) => b + ",").join(""));
    return `/* ${what}, ${bytes.length} bytes. */\n#include "pemble/picture.h"\n\n` +
        `extern const pmb_picture ${name};\n\nstatic const PMB_FLASH uint8_t bytes[${bytes.length}] = {\n` +
        `${rows.join("\n")}\n};\n\nconst pmb_picture ${name} = {{bytes, ${bytes.length}, NULL}};\n`;
}

function offer(id, content, name) {
    URL.revokeObjectURL(at(id).href);
    at(id).href = URL.createObjectURL(new Blob([content]));
    at(id).download = name;
}

function makeAsset() {
    if (decoded.length === 0) return;
    const width = Number(at("width").value), height = Number(at("height").value);
    wasm.asset_begin();
    for (const {data, milliseconds} of decoded) {
        const to = wasm.asset_frame(data.width, data.height, milliseconds);
        if (!to) return wrong("The pictures are too large.");
        new Uint8Array(wasm.memory.buffer).set(data.data, to);
    }
    const size = width > 0 && height > 0 && width <= 800 && height <= 480
        ? wasm.asset_make(width, height, Number(at("kind").value), Number(at("dither").value), at("lean").checked)
        : 0;
    at("asset").hidden = at("asset-files").hidden = size === 0;
    if (size === 0) return wrong(`It cannot be made: a size is 1 to 800 by 1 to 480. ${text(wasm.what_was_said())}`);
    at("wrong").hidden = true;
    const bytes = new Uint8Array(wasm.memory.buffer, wasm.asset_bytes(), size).slice();
    const memory = wasm.asset_show(0);
    draw(at("asset-canvas"), width > 200 ? 2 : 4);
    const frames = decoded.length > 1 ? `, ${decoded.length} frames` : "";
    const what = `${wasm.shown_width()}x${wasm.shown_height()}, ${at("kind").selectedOptions[0].textContent}${frames}`;
    at("asset-text").textContent = `${what}: ${size} bytes of flash, ${memory} bytes of RAM to draw it`;
    const name = at("name").validity.valid && at("name").value ? at("name").value : "picture";
    const source = cSource(name, bytes, `${what}; drawing it takes ${memory} bytes of RAM`);
    globalThis.lastAsset = {bytes: [...bytes], source}; // for those who try the page
    offer("save-c", source, `${name}.c`);
    offer("save-bytes", bytes, `${name}.pbp`);
    const mine = ++playing, began = performance.now();
    const play = () => {
        if (mine !== playing) return;
        wasm.asset_show(Math.round(performance.now() - began));
        draw(at("asset-canvas"), width > 200 ? 2 : 4);
        setTimeout(play, 40);
    };
    if (decoded.length > 1) play();
}

async function take(file) {
    try {
        decoded = await decode(file);
        makeAsset();
    } catch (error) {
        wrong(`${file.name}: the browser cannot decode it. PNG, JPEG, BMP, WebP and GIF are possible.`);
    }
}

function beginAssets() {
    at("file").addEventListener("change", () => { if (at("file").files[0]) take(at("file").files[0]); });
    const drop = at("drop");
    drop.addEventListener("dragover", (e) => { e.preventDefault(); drop.classList.add("over"); });
    drop.addEventListener("dragleave", () => drop.classList.remove("over"));
    drop.addEventListener("drop", (e) => {
        e.preventDefault();
        drop.classList.remove("over");
        if (e.dataTransfer.files[0]) take(e.dataTransfer.files[0]);
    });
    for (const id of ["kind", "width", "height", "dither", "lean", "name"])
        at(id).addEventListener("change", makeAsset);
}

async function begin() {
    const names = ["tide", "weather", "ferries"].map((name) => `quay/${name}.csv`);
    const loaded = names.map(async (name) => { files[name] = new Uint8Array(await (await fetch(name)).arrayBuffer()); });
    const {instance} = await WebAssembly.instantiateStreaming(fetch("pemble.wasm"), {wasi_snapshot_preview1: system()});
    wasm = instance.exports;
    await Promise.all(loaded);
    wasm._initialize();
    beginQuay();
    beginGauges();
    beginModules();
    beginAssets();
}

begin().catch((error) => wrong(`The page cannot start: ${error.message}. It must be opened from a file server.`));
