// Who gets in, and how: fetched by whoever needs it, which is seldom, and never away from the server.
export { CrewPage } from "./CrewPage";
export { MePage } from "./MePage";
export { PairPage } from "./PairPage";
export { SignIn } from "./SignIn";
