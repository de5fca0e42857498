import { Button, Menu } from "@mantine/core";
import { IconDownload } from "@tabler/icons-react";

import { useShow } from "./show";
import { taken } from "./takeFile";

/** The tables of a job and what they are called where they are taken. */
const TABLES = {
  schedule: "Door schedule",
  cut: "Cut list",
  saw: "Sticks for the saw",
  buy: "To buy",
  orders: "Orders and deliveries",
  record: "The record",
  readings: "Readings",
  rules: "House rules",
  days: "Who and when",
  times: "What it took",
};
export type TableName = keyof typeof TABLES;

/** What a page shows, taken along as a workbook or as comma-separated values. */
export function TakeTable({ job, tables }: { job: number; tables: TableName[] }) {
  const show = useShow();
  const asked = new URLSearchParams(
    Object.entries({ unit: show.unit, words: show.words }).filter((e): e is [string, "in"] => e[1] !== null),
  );
  return (
    <Menu position="bottom-end" withinPortal={false}>
      <Menu.Target>
        <Button variant="subtle" size="compact-md" leftSection={<IconDownload size={18} />}>
          As a table
        </Button>
      </Menu.Target>
      <Menu.Dropdown>
        {tables.flatMap((name) =>
          (["xlsx", "csv"] as const).map((ending) => (
            <Menu.Item
              key={name + ending}
              component="a"
              {...taken(`/api/jobs/${job}/tables/${name}.${ending}?${asked.toString()}`, TABLES[name])}
            >
              {TABLES[name]}, {ending.toUpperCase()}
            </Menu.Item>
          )),
        )}
      </Menu.Dropdown>
    </Menu>
  );
}
