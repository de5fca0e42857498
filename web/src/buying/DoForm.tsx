import { Button, Modal, TextInput } from "@mantine/core";
import type { SyntheticEvent } from "react";

import { ApiProblem, told } from "../api/client";
import { DayField } from "../app/DayField";
import { WithFractions } from "../tape/Digits";
import { useHeld } from "../tape/typed";
import styles from "./BuyingPage.module.css";
import { SupplierField } from "./SupplierField";
import { type BuyingWork, type Doing, mostOf, type Said, slotOf, useBegun } from "./useBuying";

const TITLES = { order: "Order", came: "What has come", back: "What goes back" };
const NUMBERS = { order: "How many are ordered", came: "How many have come", back: "How many go back" };

interface Props {
  doing: Doing;
  work: BuyingWork;
  suppliers: string[];
  close: () => void;
}

/** One thing that is written down: how many, from whom and for when, or what is to be said of it. What is typed is held. */
export function DoForm({ doing: of, work, suppliers, close }: Props) {
  // an order never settles: how many are still to be ordered is as others leave it
  const [doing, lookAnew] = useBegun(work.asItStands(of), of.what !== "order" && !work.list.isFetching);
  const what = doing.what === "order" ? doing.line : doing.order;
  const [said, setSaid] = useHeld<Said>(slotOf(doing), { count: null, supplier: "", promised: "", note: "" });
  const count = said.count ?? String(mostOf(doing));
  const put = (facts: Partial<Said>) => setSaid((now) => ({ ...now, ...facts }));
  const { keep } = work;
  const problem = keep.error instanceof ApiProblem ? keep.error : null;
  const wrong = (path: string) => {
    const found = problem?.errors.find((e) => e.path.endsWith(path));
    return found && told(found);
  };
  const other =
    problem && !problem.errors.some((e) => /(count|supplier|promised|note)$/.test(e.path)) ? problem.message : null;
  const submit = (event: SyntheticEvent) => {
    event.preventDefault();
    keep.mutate(
      { doing, said },
      {
        onSuccess: () => {
          setSaid(null);
          close();
        },
        onError: lookAnew,
      },
    );
  };
  return (
    <Modal
      opened
      onClose={() => {
        keep.reset();
        close();
      }}
      title={TITLES[doing.what]}
      returnFocus
    >
      <form className={styles.form} onSubmit={submit}>
        <p>
          <strong>{what.label}</strong> <WithFractions text={what.detail} />
        </p>
        <TextInput
          label={NUMBERS[doing.what]}
          inputMode="numeric"
          value={count}
          error={wrong("count")}
          onChange={(e) => put({ count: e.currentTarget.value.replace(/\D/g, "") })}
        />
        {doing.what === "order" ? (
          <>
            <SupplierField
              value={said.supplier}
              suppliers={suppliers}
              error={wrong("supplier")}
              say={(supplier) => put({ supplier })}
            />
            <DayField
              label="Promised for"
              value={said.promised}
              error={wrong("promised")}
              say={(day) => put({ promised: day ?? "" })}
            />
          </>
        ) : (
          <TextInput
            label={doing.what === "came" ? "What is to be said of it" : "Why"}
            maxLength={200}
            value={said.note}
            error={wrong("note")}
            onChange={(e) => put({ note: e.currentTarget.value })}
          />
        )}
        {other && (
          <p role="alert" className="error">
            {other}
          </p>
        )}
        <Button type="submit" loading={keep.isPending} disabled={!Number(count)}>
          Write it down
        </Button>
      </form>
    </Modal>
  );
}
