// live.js - what `pemble live --http` tells, drawn; what is done here, told back.
"use strict";

const MODULE = 1, PIXELS = 2, DEVICE = 4, READING = 5, MOMENT = 6, NOTE = 7, STATE = 32;
const BUTTON = 0, ENCODER = 1, STICK = 2, TILT = 3;
const ACTS = "pn[],.losrtjk";
const at = (id) => document.getElementById(id);
const glasses = [], devices = [], readings = [];
let state = {};

// Each thing that is done is one short line; they go out in order.
let sending = Promise.resolve();
function tell(line) {
    sending = sending.then(() => fetch("act", {method: "POST", body: line})).catch(() => {});
}

function make(tag, properties, ...children) {
    const element = Object.assign(document.createElement(tag), properties);
    element.append(...children);
    return element;
}

function text(bytes) {
    const end = bytes.indexOf(0);
    return new TextDecoder().decode(end < 0 ? bytes : bytes.subarray(0, end));
}

function zoomFor(width) {
    return Math.max(1, Math.min(6, Math.floor(300 / width)));
}

function point(glass, id, down, event) {
    const box = glass.canvas.getBoundingClientRect();
    const x = Math.floor((event.clientX - box.left) * glass.canvas.width / box.width);
    const y = Math.floor((event.clientY - box.top) * glass.canvas.height / box.height);
    tell(`finger ${id} ${down ? 1 : 0} ${x} ${y}`);
}

function takeModule(id, view, bytes) {
    const width = view.getUint16(0, true), height = view.getUint16(2, true);
    const round = view.getUint8(4), touchable = view.getUint8(6);
    const label = text(bytes.subarray(12 + 24 * 8, 12 + 24 * 8 + 48));
    let glass = glasses[id];
    if (!glass) {
        const canvas = make("canvas", {tabIndex: -1});
        const caption = make("figcaption");
        glass = glasses[id] = {canvas, caption, held: false};
        const figure = make("figure", {}, canvas, caption);
        const after = glasses.slice(id + 1).find((g) => g);
        at("glasses").insertBefore(figure, after ? after.canvas.parentNode : null);
        canvas.addEventListener("pointerdown", (e) => {
            if (!glass.touchable) return;
            glass.held = true;
            canvas.setPointerCapture(e.pointerId);
            point(glass, id, true, e);
        });
        canvas.addEventListener("pointermove", (e) => { if (glass.held) point(glass, id, true, e); });
        for (const name of ["pointerup", "pointercancel"])
            canvas.addEventListener(name, (e) => {
                if (glass.held) point(glass, id, false, e);
                glass.held = false;
            });
    }
    glass.touchable = touchable;
    if (glass.canvas.width !== width || glass.canvas.height !== height) {
        glass.canvas.width = width;
        glass.canvas.height = height;
        glass.canvas.style.width = width * zoomFor(width) + "px";
    }
    glass.canvas.className = (round ? "round " : "") + (touchable ? "touchable" : "");
    glass.canvas.setAttribute("role", "img");
    glass.canvas.setAttribute("aria-label", `${label}, ${width} by ${height} pixels`);
    glass.caption.textContent = `${label}, ${width}×${height}, simulated` +
        (touchable ? ", touch it" : "");
}

function takePixels(id, view, bytes) {
    const x = view.getUint16(0, true), y = view.getUint16(2, true);
    const w = view.getUint16(4, true), h = view.getUint16(6, true);
    const context = glasses[id].canvas.getContext("2d");
    const image = context.createImageData(w, h);
    for (let from = 8, to = 0; to < image.data.length; from += 3, to += 4) {
        image.data[to] = bytes[from];
        image.data[to + 1] = bytes[from + 1];
        image.data[to + 2] = bytes[from + 2];
        image.data[to + 3] = 255;
    }
    context.putImageData(image, x, y);
}

function held(label, press, release) {
    const button = make("button", {type: "button", textContent: label});
    const down = (e) => { e.preventDefault(); button.focus(); button.classList.add("down"); press(); };
    const up = () => { if (button.classList.contains("down")) { button.classList.remove("down"); release(); } };
    button.addEventListener("pointerdown", down);
    for (const name of ["pointerup", "pointerleave", "pointercancel", "blur"])
        button.addEventListener(name, up);
    button.addEventListener("keydown", (e) => {
        if ((e.key === " " || e.key === "Enter") && !e.repeat) { e.stopPropagation(); down(e); }
    });
    button.addEventListener("keyup", (e) => { if (e.key === " " || e.key === "Enter") up(); });
    return button;
}

function takeDevice(id, view) {
    const kind = view.getUint8(0), a = view.getUint8(1), b = view.getUint8(2);
    if (devices[id] || kind > TILT) return;
    const hand = (first, second) => tell(`hand ${id} ${first} ${second}`);
    let element;
    if (kind === BUTTON) {
        element = held(`Button, pin ${a}`, () => hand(1, 0), () => hand(0, 0));
    } else if (kind === ENCODER) {
        element = make("fieldset", {}, make("legend", {textContent: `Knob, pins ${a} and ${b}`}),
            held("− back", () => hand(-1, 0), () => {}), held("+ forth", () => hand(1, 0), () => {}));
    } else {
        const far = kind === STICK ? 100 : 400, up = kind === STICK ? far : -far;
        const name = kind === STICK ? "Stick" : "Tilt sensor";
        const rest = () => hand(0, 0);
        element = make("fieldset", {}, make("legend", {textContent: `${name}, pins ${a} and ${b}`}),
            held("Left", () => hand(-far, 0), rest), held("Right", () => hand(far, 0), rest),
            held("Up", () => hand(0, up), rest), held("Down", () => hand(0, -up), rest));
    }
    devices[id] = element;
    at("devices").append(element);
}

function takeReading(id, view, bytes) {
    const least = view.getInt32(0, true), most = view.getInt32(4, true), value = view.getInt32(8, true);
    if (!readings[id]) {
        const slider = make("input", {type: "range", id: `reading${id}`});
        const output = make("output", {htmlFor: `reading${id}`, ariaLive: "off"});
        slider.addEventListener("input", () => { output.textContent = slider.value; tell(`set ${id} ${slider.value}`); });
        const label = make("label", {htmlFor: `reading${id}`, textContent: text(bytes.subarray(12))});
        at("readings").append(make("div", {className: "reading"}, label, slider, output));
        readings[id] = {slider, output};
    }
    const {slider, output} = readings[id];
    slider.min = least;
    slider.max = most;
    if (document.activeElement !== slider) slider.value = value;
    output.textContent = value;
}

function takeMoment(view) {
    const parts = [];
    const hertz = view.getUint32(24, true), count = view.getUint8(29);
    for (let i = 0; i < count; i++)
        parts.push(`pin ${view.getUint8(30 + 2 * i)} ${view.getUint8(31 + 2 * i) ? "on" : "off"}`);
    if (hertz) parts.push(`beeper ${hertz} Hz`);
    const words = parts.join(", ");
    if (at("board").textContent !== words) at("board").textContent = words;
}

function takeState(bytes) {
    state = JSON.parse(text(bytes));
    document.title = `${state.title} - pemble live`;
    at("title").textContent = state.title;
    at("status").textContent = state.status;
    at("pause").textContent = state.paused ? "Go on" : "Pause";
    at("record").textContent = state.recording ? "End the recording" : "Record";
    at("note").textContent = state.note;
    at("note").hidden = !state.note;
    if (document.activeElement !== at("minute")) at("minute").value = state.position;
    at("at").textContent = `${state.seconds.toFixed(3)} s`;
    if (state.keys) {
        for (const [key, words] of state.keys)
            at("keys").append(make("dt", {textContent: key}), make("dd", {textContent: words}));
    }
}

function takeNote(bytes) {
    const list = at("remarks");
    list.append(make("li", {textContent: text(bytes)}));
    while (list.childElementCount > 200) list.firstElementChild.remove();
    list.scrollTop = list.scrollHeight;
}

function take(kind, id, bytes) {
    const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
    if (kind === MODULE) takeModule(id, view, bytes);
    else if (kind === PIXELS) takePixels(id, view, bytes);
    else if (kind === DEVICE) takeDevice(id, view);
    else if (kind === READING) takeReading(id, view, bytes);
    else if (kind === MOMENT) takeMoment(view);
    else if (kind === NOTE) takeNote(bytes);
    else if (kind === STATE) takeState(bytes);
}

// Takes the messages that are whole from the front; returns the rest.
function takeAll(bytes) {
    let from = 0;
    while (bytes.length - from >= 8) {
        const view = new DataView(bytes.buffer, bytes.byteOffset + from);
        const length = view.getUint32(4, true);
        if (bytes.length - from - 8 < length) break;
        take(view.getUint8(0), view.getUint8(1), bytes.subarray(from + 8, from + 8 + length));
        from += 8 + length;
    }
    return bytes.subarray(from);
}

async function listen() {
    const reader = (await fetch("feed")).body.getReader();
    at("lost").hidden = true;
    let rest = new Uint8Array(0);
    for (;;) {
        const {value, done} = await reader.read();
        if (done) return;
        const both = new Uint8Array(rest.length + value.length);
        both.set(rest);
        both.set(value, rest.length);
        rest = takeAll(both);
    }
}

async function stay() {
    for (;;) {
        try { await listen(); } catch (error) { /* told below */ }
        at("lost").textContent = "Not connected: pemble live has ended, or cannot be reached.";
        at("lost").hidden = false;
        await new Promise((done) => setTimeout(done, 1000));
    }
}

// The devices of the keys: the first of each kind.
const KEYS = {Enter: "button 0", ArrowLeft: "left", ArrowRight: "right", ArrowUp: "up", ArrowDown: "down"};
function deviceKey(event) {
    if (event.key >= "1" && event.key <= "9") return `button ${event.key - 1}`;
    return KEYS[event.key];
}

function isTaken(event) {
    return event.ctrlKey || event.altKey || event.metaKey ||
        ["INPUT", "BUTTON"].includes(document.activeElement.tagName);
}

addEventListener("keydown", (event) => {
    if (isTaken(event)) return;
    if (deviceKey(event)) {
        event.preventDefault();
        if (!event.repeat) tell(`down ${deviceKey(event)}`);
    } else if (event.key === "+" || event.key === "-") {
        tell(event.key === "+" ? "down forth" : "down back");
    } else if (ACTS.includes(event.key)) {
        tell(`key ${event.key}`);
    }
});
addEventListener("keyup", (event) => { if (!isTaken(event) && deviceKey(event)) tell(`up ${deviceKey(event)}`); });
for (const button of document.querySelectorAll("[data-act]"))
    button.addEventListener("click", () => tell(`key ${button.dataset.act}`));
at("minute").addEventListener("input", () => tell(`show ${at("minute").value}`));
stay();
