import type { QueryKey } from "@tanstack/react-query";
import { del, entries, promisifyRequest, set, type UseStore } from "idb-keyval";

import { type Answer, type Api, ApiProblem, ask, noteWriting, requestOf, sendAs, who } from "../api/client";

/** What is pressed, told apart by its kind and what it is of: `{ kind: "step", opening: 12, key: "brace" }`. */
export type Of = { kind: string } & Record<string, string | number | boolean | null | undefined>;

/** What somebody says of a press when making it. */
export interface Said {
  of: Of;
  /** What it is, in a few words, for whoever looks at what is not sent yet. */
  said: string;
  /** What is fetched anew once it is done, where nobody waits for its answer any more. */
  renews: QueryKey[];
  /** The server is told how long ago it was. */
  timed?: boolean;
  /** What was typed for it, by the field it is held in: it comes back where the server refuses it. */
  typed?: Record<string, string>;
  /** What was chosen on the page for that to be in view, held likewise. */
  chosen?: Record<string, string>;
}

/** A press that makes something: it stays in this browser until the server has answered for it. */
export interface Press extends Said {
  /** What it is asked under: however often it is sent, it is done once. Names sort as they were pressed. */
  name: string;
  at: number;
  /** Where it was pressed. */
  page: string;
  who: string;
  method: string;
  url: string;
  type: string | null;
  body: string | Blob;
  /** Why the server would not have it. */
  refused?: string;
}

interface Caller {
  one: Press;
  resolve: (answer: unknown) => void;
  reject: (failure: unknown) => void;
}

const AGAIN = 3000; // ms before a server that does not answer is asked again
const LATE = 8000; // ms after which whoever pressed is told that it waits
const GIVEN_UP = 60_000; // ms after which nobody answers any more
const SLOWEST = 5; // bytes a ms: a photograph is given the time it takes where the network is poor
const LONGEST_AGO = 90 * 86_400; // seconds

const PRESSES = "presses";
let opened: Promise<IDBDatabase> | undefined;

function open() {
  if (opened) return opened;
  const request = indexedDB.open("jambo-outbox");
  request.onupgradeneeded = () => request.result.createObjectStore(PRESSES);
  opened = promisifyRequest(request);
  const anew = () => (opened = undefined); // some browsers close it while the page is asleep
  opened.then((db) => (db.onclose = anew), anew);
  return opened;
}

/** What is pressed is on the phone's disk before it stands as waiting: its battery may end the next moment. */
const onDisk: UseStore = async (mode, run) =>
  run((await open()).transaction(PRESSES, mode, { durability: "strict" }).objectStore(PRESSES));
const others = new BroadcastChannel("jambo-outbox");

interface Outbox {
  /** In the order they were pressed. */
  presses: Press[];
  /** Those somebody still waits for on the page they were pressed on, or that are done and not in view yet. */
  onWay: ReadonlySet<string>;
  /** Why what waits was not done when it was sent last, in a few words. */
  why: string;
}

const NO_ANSWER = "no answer";
let why = NO_ANSWER;
let now: Outbox = { presses: [], onWay: new Set(), why };
const callers = new Map<string, Caller>();
const listeners = new Set<() => void>();
type Done = (press: Press, answer: unknown, told: boolean) => Promise<void>;
const done = new Set<Done>();
const settling = new Map<string, Press>(); // not in the store yet, or done while what it changes is fetched anew
let sending = false;
let asked = false; // to send, while it is being sent
let timer: ReturnType<typeof setTimeout> | undefined;

let kept: Press[] = []; // as they stand in the browser's store
const byName = (a: Press, b: Press) => (a.name < b.name ? -1 : 1);

function tell() {
  const presses = [...kept.filter((one) => !settling.has(one.name)), ...settling.values()].sort(byName);
  now = { presses, onWay: new Set([...callers.keys(), ...settling.keys()]), why };
  listeners.forEach((listener) => listener());
}

export const current = () => now;
export function listen(listener: () => void) {
  listeners.add(listener);
  return () => void listeners.delete(listener);
}
/** Be told of everything that is done, with its answer and whether somebody waited for it. */
export function onDone(listener: Done) {
  done.add(listener);
  return () => void done.delete(listener);
}

/** The moment by a clock nobody sets while the page is open. */
const moment = () => Math.round(performance.timeOrigin + performance.now());

const named = () =>
  [...crypto.getRandomValues(new Uint8Array(8))].map((byte) => byte.toString(16).padStart(2, "0")).join("");

async function look() {
  kept = (await entries<string, Press>(onDisk)).map(([, press]) => press).sort(byName);
  tell();
}

async function change(change: Promise<unknown>) {
  await change;
  await look();
  others.postMessage(null);
}

/** Make something: the answer, or null where it waits. Rejects with an ApiProblem where the server refuses it. */
export async function press<T>(said: Said, call: (to: Api) => Promise<Answer<T>>): Promise<T | null> {
  const at = Math.max(moment(), ...now.presses.map((one) => one.at + 1));
  const request = await requestOf(call);
  const type = request.headers.get("Content-Type");
  const one: Press = {
    ...said,
    name: `${at.toString(36).padStart(9, "0")}-${named()}`,
    at,
    page: location.pathname + location.search,
    who: who(),
    method: request.method,
    url: request.url.slice(location.origin.length),
    type,
    body: type === null || type === "application/json" ? await request.text() : await request.blob(),
  };
  const answered = new Promise<T | null>((resolve, reject) => {
    callers.set(one.name, { one, resolve: resolve as Caller["resolve"], reject });
  });
  settling.set(one.name, one); // it stands as pressed at once: a second press on the same box takes the first back
  tell();
  try {
    await change(set(one.name, one, onDisk));
  } catch {
    callers.delete(one.name);
    return await send<T>(one); // a browser that keeps nothing sends it all the same
  } finally {
    settling.delete(one.name);
    tell();
  }
  noteWriting();
  setTimeout(() => waits(one.name), LATE);
  void drain();
  return answered;
}

function send<T>(one: Press): Promise<T> {
  const ago = Math.min(LONGEST_AGO, Math.max(0, (moment() - one.at) / 1000));
  const body = one.timed ? JSON.stringify({ ...(JSON.parse(one.body as string) as object), ago }) : one.body;
  const request = new Request(one.url, {
    method: one.method,
    headers: { "X-Jambo-Once": one.name, ...(one.type && { "Content-Type": one.type }) },
    body: body || undefined,
    signal: AbortSignal.timeout(GIVEN_UP + (body instanceof Blob ? body.size / SLOWEST : 0)),
  });
  const answer = sendAs(one.who, request).then(async (response): Promise<Answer<T>> => {
    const text = await response.text();
    const data: unknown = (text && JSON.parse(text)) || undefined; // null is what waits
    return response.ok ? { data: data as T, response } : { error: data, response };
  });
  return ask(answer);
}

/** Whether a failure is the server's own no to what is asked, and not its silence or a fault. */
const isRefused = (failure: unknown): failure is ApiProblem =>
  failure instanceof ApiProblem &&
  failure.status >= 400 &&
  failure.status < 500 &&
  ![401, 408, 429].includes(failure.status);

/** Tell whoever pressed that it waits: from here on it is looked at where what is not sent yet stands. */
function waits(name?: string) {
  for (const [one, caller] of callers)
    if (name === undefined || one === name) {
      callers.delete(one);
      caller.resolve(null);
    }
  tell();
}

/** Give an answer to whoever pressed, if somebody still waits for it. */
function give(one: Press, how: (caller: Caller) => void) {
  const caller = callers.get(one.name);
  callers.delete(one.name);
  if (caller) how(caller);
  return caller !== undefined;
}

/** Have what something done has changed fetched anew; until that is there it stands as pressed. */
function settle(one: Press, answer: unknown, told: boolean) {
  settling.set(one.name, one);
  void Promise.all([...done].map((listener) => listener(one, answer, told))).finally(() => {
    settling.delete(one.name);
    tell();
  });
}

/** Another page has pressed, sent or let go of something: what it sent has changed this page too. */
async function lookAgain() {
  const before = kept.filter((one) => one.refused === undefined && !callers.has(one.name));
  await look();
  const left = new Set(kept.map((one) => one.name));
  for (const one of before) if (!left.has(one.name) && !settling.has(one.name)) settle(one, undefined, false);
}

/** Send one: true once it need not be sent again. */
async function deliver(one: Press): Promise<boolean> {
  try {
    const answer = await send(one);
    settling.set(one.name, one);
    await change(del(one.name, onDisk));
    settle(
      one,
      answer,
      give(one, (caller) => caller.resolve(answer)),
    );
  } catch (failure) {
    if (!isRefused(failure)) {
      why = failure instanceof ApiProblem ? failure.waitsFor : NO_ANSWER;
      waits();
      if (failure instanceof ApiProblem && failure.status === 500) return false;
      throw failure;
    }
    const told = give(one, (caller) => caller.reject(failure));
    await change(told ? del(one.name, onDisk) : set(one.name, { ...one, refused: failure.message }, onDisk));
  }
  return true;
}

// one page sends at a time, where browsers can say so; two that send the same have it done once all the same
const alone = (run: () => Promise<void>) =>
  "locks" in navigator ? navigator.locks.request("jambo-outbox", run) : run();

async function sendAll() {
  const faulty = new Set<string>(); // a fault of the server at one holds no other up
  for (;;) {
    await look();
    const next = kept.find((one) => one.refused === undefined && !faulty.has(one.name));
    if (!next) break;
    if (!(await deliver(next))) faulty.add(next.name);
  }
  // what another page has sent meanwhile: its answer is given again
  const left = new Set(kept.filter((one) => one.refused === undefined).map((one) => one.name));
  for (const { one } of callers.values()) if (!left.has(one.name)) await deliver(one);
  if (faulty.size > 0) throw new ApiProblem(500, "");
}

/** Send everything, in the order it was pressed; what is not answered for is sent again by itself. */
export async function drain() {
  asked = true;
  if (sending) return;
  sending = true;
  clearTimeout(timer);
  try {
    while (asked) {
      asked = false;
      await alone(sendAll);
    }
  } catch {
    timer = setTimeout(() => void drain(), AGAIN);
  } finally {
    sending = false;
  }
}

/** Let go of one that was refused. */
export const letGo = (one: Press) => change(del(one.name, onDisk));

/** Send one again that was refused. */
export async function sendAgain(one: Press) {
  await change(set(one.name, { ...one, refused: undefined }, onDisk));
  await drain();
}

/** Begin to send what earlier visits left, and whatever is pressed from here on. */
export function begin() {
  others.onmessage = () => void lookAgain();
  addEventListener("online", () => void drain());
  void look()
    .then(drain)
    .catch(() => undefined); // a browser that keeps nothing has nothing waiting
}
