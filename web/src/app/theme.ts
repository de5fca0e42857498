import { createTheme, type MantineColorsTuple } from "@mantine/core";

const chalk: MantineColorsTuple = [
  "#eaf1f8",
  "#d3e1ef",
  "#a8c3de",
  "#7aa3cc",
  "#5488bd",
  "#3c77b3",
  "#1d4e89",
  "#184378",
  "#123766",
  "#0a2b54",
];

export const theme = createTheme({
  primaryColor: "chalk",
  primaryShade: 6,
  colors: { chalk },
  fontFamily: "'Archivo Variable', system-ui, sans-serif",
  headings: { fontFamily: "'Archivo Variable', system-ui, sans-serif", fontWeight: "750" },
  defaultRadius: 3,
  black: "#1e2329",
  fontSizes: { xs: "13px", sm: "15px", md: "17px", lg: "20px", xl: "26px" },
});
