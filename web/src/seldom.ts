// What is seldom asked: who gets in and how, and what stands in the yard. Fetched by whoever needs it.
export { CrewPage } from "./crew/CrewPage";
export { MePage } from "./crew/MePage";
export { PairPage } from "./crew/PairPage";
export { StockPage } from "./board/StockPage";
export { SignIn } from "./crew/SignIn";
