import createClient from "openapi-fetch";

import type { components, paths } from "./schema";

type Schemas = components["schemas"];
export type Job = Schemas["Job"];
export type Rules = Schemas["Rules"];
export type Wall = Schemas["Wall"];
export type Opening = Schemas["Opening"];
export type Leaf = Schemas["Leaf"];
export type FloorType = Schemas["FloorType"];
export type FloorsUse = Schemas["FloorsOut"];
export type Change = Schemas["ChangeOut"];
export type Usual = Schemas["Usual"];
export type FactValue = NonNullable<Schemas["TryFacts"]["change"][string]>;
export type Layer = Schemas["Layer"];
export type LengthText = Schemas["Leaf"]["width"];
export type JobPageData = Schemas["JobPage"];
export type ListedOpening = Schemas["ListedOpening"];
export type Waits = Schemas["WaitsOut"];
export type WallStrip = Schemas["WallStripOut"];
export type JobFile = Schemas["JobFileOut"];
export type Habits = Schemas["Habits"];
export type Wanted = NonNullable<
  NonNullable<paths["/api/jobs/{job_id}/sheets/steps"]["get"]["parameters"]["query"]>["of"]
>[number];
export type HabitsPart = Schemas["PartOut"];
export type PaperStrip = Schemas["PaperStrip"];
export type JobLists = Schemas["JobLists"];
export type JobWaits = Schemas["JobWaitsOut"];
export type ListedJob = Schemas["ListedJob"];
export type LineAnswer = Schemas["LineOut"];
export type ScheduleTable = Schemas["TableOut"];
export type ScheduleRow = Schemas["ReadRow"];
export type ScheduleHeading = Schemas["HeadingOut"];
export type OpeningPageData = Schemas["OpeningPage"];
export type Document = Schemas["Document"];
export type Result = Schemas["ResultOut"];
export type Figure = Schemas["FigureOut"];
export type Term = Schemas["TermOut"];
export type Flag = Schemas["FlagOut"];
export type DoorKind = NonNullable<Schemas["Door"]["kind"]>;
export type Drawing = Schemas["DrawingOut"];
export type StockBook = Schemas["StockBook"];
export type KeptItem = Schemas["KeptItem"];
export type StockKind = Schemas["StockItem"]["kind"];
export type Shape = Schemas["ShapeOut"];
export type Length = Schemas["LengthOut"];
export type ParsedLength = Schemas["ParsedLengthOut"] & Partial<Pick<Schemas["HeardOut"], "against">>;
export type Catalogue = Schemas["CatalogueOut"];
export type Position = Schemas["Position"];
export type WallLayout = Schemas["WallOut"];
export type WallPageData = Schemas["WallPage"];
export type Storey = Schemas["StoreyOut"];
export type Step = Schemas["StepOut"];
export type LogLine = Schemas["LogLine"];
export type ToldLine = Schemas["ToldLine"];
export type Reading = Schemas["Reading"];
export type KeptPhoto = Schemas["KeptPhoto"];
export type Me = Schemas["Me"];
export type Person = Schemas["PersonOut"];
export type People = Schemas["PeopleOut"];
export type PairingCode = Schemas["CodeOut"];
export type KeptReading = Schemas["KeptReading"];
export type AsFound = Schemas["AsFoundOut"];
export type Ask = Schemas["AskOut"];
export type Face = Schemas["FaceOut"];
export type SetPlan = Schemas["SetOut"];
export type Unit = Job["unit"] & string;
export type Region = Job["words"] & string;
export type HeightsFrom = Reading["taped_from"] & string;
export type JobCutting = Schemas["JobCuttingOut"];
export type CutSection = Schemas["SectionOut"];
export type PlannedStick = Schemas["JobStickOut"];
export type PlannedPiece = Schemas["StickPieceOut"];
export type Cutting = Schemas["Cutting"];
export type Buying = Schemas["BuyingOut"];
export type BuyLine = Schemas["BuyLineOut"];
export type Order = Schemas["OrderOut"];
export type Asked = Schemas["AskedOut"];
export type Delivered = Schemas["DeliveryOut"];
export type Thing = Schemas["ThingOut"];
export type Verdict = Schemas["VerdictOut"];
export type Timing = Schemas["TimingOut"];
export type JobTime = Schemas["JobTimeOut"];
export type DaySheet = Schemas["DaySheetOut"];
export type DayPerson = Schemas["PersonSheetOut"];
export type DayWork = Schemas["DayWorkOut"];
export type Feed = Schemas["FeedOut"];
export type TradeSheet = Schemas["TradeSheetOut"];
export type JobPlan = Schemas["JobPlanOut"];
export type Crew = Schemas["Crew"];
export type PlannedWork = Schemas["WorkOut"];
export type StageName = Result["stages"][number];

/** What is kept and cannot be read, by its kind, number and version. */
export type Mendable = Schemas["MendOut"];

export interface FieldError {
  path: string;
  reason: string;
  accepted: string;
}

/** What is wrong and what would be accepted, in one line. */
export const told = (error: Pick<FieldError, "reason" | "accepted">) =>
  error.accepted ? `${error.reason.replace(/\.$/, "")}; ${error.accepted}` : error.reason;

/** A refusal, a conflict, or a server that does not answer, in words a person can act on. */
export class ApiProblem extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly errors: FieldError[] = [],
    readonly conflict?: Conflict,
    readonly kind: string = "",
    readonly mend?: Mendable,
    /** The job of what is gone. */
    readonly job?: number,
  ) {
    super(message);
  }

  /** Nobody answered, or the database behind the server did not, or the server no longer knows who asks. */
  get offline() {
    return this.status === 0 || this.status === 503 || this.status === 401;
  }

  /** Why what is offline waits, in a few words. */
  get waitsFor() {
    const said: Record<string, string> = {
      busy: "others are saving here",
      full: "the disk under the database is full",
      unfit: "the database is not as this Jambo needs it",
    };
    if (this.status === 401) return "nobody is signed in";
    return said[this.kind] ?? (this.status === 500 ? "a fault at the server" : "no answer");
  }

  /** Others were saving at the same place: nothing was done, so the same may simply be asked again. */
  get busy() {
    return this.status === 503 && this.kind === "busy";
  }
}

/** A write that came too late; `yours` is null where what was seen when it was asked for is not on record. */
export type Conflict = Schemas["ConflictOut"];

export const who = () => {
  try {
    return String(JSON.parse(localStorage.getItem("jambo.who") ?? '""'));
  } catch {
    return "";
  }
};

export const LONGEST_NAME = 80;
const WROTE = "jambo.wrote";

/** Something is written down from this browser. */
export const noteWriting = () => localStorage.setItem(WROTE, "yes");

/** Whether something was written down from this browser before. */
export const hasWritten = () => localStorage.getItem(WROTE) !== null;

const written = new Set<number>();
/** Whether a line of the record was written from this page, which knows what it changed. */
export const wroteHere = (line: number) => written.has(line);

const onWay = new Set<Promise<unknown>>();
/** When what is being written is answered for: whose a change is that was heard of before is known only then. */
export const writesAnswered = () => Promise.allSettled(onWay);

/** What the window is told when the server does not know who asks. */
export const SIGNED_OUT = "jambo-signed-out";

let keptSince: (at: string | null) => void = () => undefined;
/** Be told with every answer since when it is kept in this browser, null for one of the server's own. */
export const onKept = (listener: typeof keptSince) => void (keptSince = listener);

const note = (request: Request, answer: Response) => {
  keptSince(answer.headers.get("X-Jambo-Kept"));
  // a POST that is answered 200 only works something out
  for (const line of answer.headers.get("X-Jambo-Wrote")?.split(",") ?? []) written.add(Number(line));
  if (answer.status === 401) dispatchEvent(new Event(SIGNED_OUT));
  const kept = request.method === "POST" ? answer.status === 201 : request.method !== "GET" && answer.ok;
  if (kept) noteWriting();
  return answer;
};

let asked = 0;
/** Whether anything is asked of the server stands at the page's root: who waits for a page to be at rest looks there. */
const asking = (more: number) => {
  asked += more;
  document.documentElement.toggleAttribute("data-asking", asked > 0);
};

/** Send a request in somebody's name. Rejects with an ApiProblem where nobody answers. */
export const sendAs = (name: string, request: Request) => {
  // a header holds plain letters only and a name may be written in any; half of a character is none
  const plain = Array.from(name.replace(/\p{Cs}/gu, ""))
    .slice(0, LONGEST_NAME)
    .join("");
  if (plain) request.headers.set("X-Jambo-Who", encodeURIComponent(plain));
  asking(1);
  const answered = fetch(request)
    .finally(() => asking(-1))
    .then((answer) => note(request, answer))
    .catch((failure: unknown) => {
      if (failure instanceof DOMException && failure.name === "AbortError") throw failure;
      throw new ApiProblem(0, "The server does not answer. What you typed is kept here.");
    });
  if (request.method !== "GET") {
    onWay.add(answered);
    const done = () => onWay.delete(answered);
    answered.then(done, done);
  }
  return answered;
};

const clientWith = (fetch: (request: Request) => Promise<Response>) => createClient<paths>({ baseUrl: "/", fetch });
export type Api = ReturnType<typeof clientWith>;

export const api = clientWith((request) => sendAs(who(), request));

/** The request a call of the API is, which is not sent. */
export const requestOf = (call: (to: Api) => Promise<unknown>) =>
  new Promise<Request>((found, failed) => {
    const catches = clientWith((request) => {
      found(request);
      return Promise.resolve(new Response(null, { status: 204 }));
    });
    call(catches).catch(failed);
  });

const differ = (differs: string[]) => {
  const named = [
    ...new Set(
      differs.map((path) =>
        path
          .replace(/^opening\.|\[\d+\]/g, "")
          .split(".")
          .join(" ")
          .replaceAll("_", " "),
      ),
    ),
  ].filter(Boolean);
  return named.length ? ` What differs: ${named.slice(0, 5).join(", ")}${named.length > 5 ? " and more" : ""}.` : "";
};

/** A text as a sentence of its own. */
export const sentence = (text: string) =>
  `${text.charAt(0).toUpperCase()}${text.slice(1)}${text.endsWith(".") ? "" : "."}`;

export interface Answer<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

/** Give the data of an answer, or throw it as an ApiProblem. */
export async function ask<T>(call: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>;
  try {
    answer = await call;
  } catch (failure) {
    if (failure instanceof ApiProblem || (failure instanceof DOMException && failure.name === "AbortError"))
      throw failure;
    // somebody answered, but not in our words: a proxy's page, half an answer, a fault of this page
    throw new ApiProblem(
      -1,
      `The answer could not be read (${failure instanceof Error ? failure.message : "no reason given"}). What you typed is kept here.`,
    );
  }
  if (answer.response.ok) return answer.data as T;
  const said = (answer.error && typeof answer.error === "object" ? answer.error : {}) as {
    error?: string;
    reason?: string;
    errors?: FieldError[];
    mend?: Mendable;
    job?: number;
  } & Partial<Conflict>;
  const { status } = answer.response;
  if (status === 409) {
    const text = `${sentence(said.reason ?? "someone changed this since")}${differ(said.differs ?? [])} Nothing was changed.`;
    throw new ApiProblem(status, text, [], said as Conflict);
  }
  const errors = said.errors ?? [];
  const text = said.reason ? sentence(said.reason) : errors.map(told).join("\n");
  throw new ApiProblem(
    status,
    text || `The server answered ${status}.`,
    errors,
    undefined,
    said.error,
    said.mend,
    said.job,
  );
}
