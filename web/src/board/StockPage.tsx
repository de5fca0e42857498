import "./board.css";

import { Button, SegmentedControl, TextInput } from "@mantine/core";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import clsx from "clsx";
import { useState } from "react";

import { ApiProblem, api, ask, type FieldError, type KeptItem, type StockBook, told } from "../api/client";
import { Bar } from "../app/Bar";
import { Unreadable } from "../app/Mend";
import { Problem } from "../app/Problem";
import { renew } from "../api/renew";
import { STOCK_KEY, useStock } from "../app/useStock";
import { WithFractions } from "../tape/Digits";
import { LengthField } from "../tape/LengthField";
import { useHeld } from "../tape/typed";
import styles from "./StockPage.module.css";

type Kind = StockBook["kinds"][number];
type Item = KeptItem["item"];

/** The crew's stock book: sizes, kits and hardware in tables, each row with the sheet its figures are from. */
export function StockPage() {
  const book = useStock();
  return (
    <>
      <Bar trail={<h1>Stock book</h1>} />
      <main className={clsx(styles.stockPage, "page")}>
        <p className="quiet">
          What you buy, with the sheet its figures are from. An opening copies them: changing a row here changes no
          opening.
        </p>
        {book.isError && <Problem error={book.error} retry={() => void book.refetch()} />}
        {!book.data && !book.isError && <p aria-busy="true">Fetching the stock book…</p>}
        {book.data?.unreadable.map((one) => (
          <StrikeOut key={one.id} {...one} />
        ))}
        {book.data?.kinds.map((kind) => (
          <Table key={kind.kind} kind={kind} items={book.data.items.filter((i) => i.item.kind === kind.kind)} />
        ))}
      </main>
    </>
  );
}

/** An item that cannot be read: nobody can change it, so it is struck out and written anew. */
function StrikeOut({ id, version, name, problem }: StockBook["unreadable"][number]) {
  const client = useQueryClient();
  const strike = useMutation({
    mutationFn: () =>
      ask(api.DELETE("/api/stock/{item_id}", { params: { path: { item_id: id }, query: { version } } })),
    onSettled: () => renew(client, STOCK_KEY),
  });
  return (
    <Unreadable name={name} problem={problem}>
      <Button variant="default" loading={strike.isPending} onClick={() => strike.mutate()}>
        Strike it out
      </Button>
    </Unreadable>
  );
}

function Table({ kind, items }: { kind: Kind; items: KeptItem[] }) {
  const [editing, edit] = useHeld<number | "new" | null>(`${kind.kind} open`, null);
  const used = kind.facts.filter((f) => items.some((i) => i.item.facts?.[f.name]));
  return (
    <section aria-label={kind.title}>
      <header className={styles.stockHead}>
        <h2>{kind.title}</h2>
        <Button variant="default" onClick={() => edit("new")}>
          Add to {kind.title.toLowerCase()}
        </Button>
      </header>
      {items.length === 0 && <p className="quiet">None written down yet.</p>}
      {items.length > 0 && (
        <div className={styles.stockScroll}>
          <table>
            <thead>
              <tr>
                <th scope="col">Name</th>
                {used.map((f) => (
                  <th key={f.name} scope="col">
                    {f.label}
                  </th>
                ))}
                <th scope="col">From</th>
                <td />
              </tr>
            </thead>
            <tbody>
              {items.map((i) => (
                <tr key={i.id}>
                  <th scope="row">{i.item.name}</th>
                  {used.map((f) => (
                    <td key={f.name}>
                      <WithFractions text={i.item.facts?.[f.name] ?? ""} />
                    </td>
                  ))}
                  <td>{i.item.source}</td>
                  <td>
                    <Button variant="subtle" onClick={() => edit(i.id)} aria-label={`Change ${i.item.name}`}>
                      Change
                    </Button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      {editing !== null && (
        <Editor key={editing} kind={kind} kept={items.find((i) => i.id === editing)} close={() => edit(null)} />
      )}
    </section>
  );
}

function Editor({ kind, kept, close }: { kind: Kind; kept: KeptItem | undefined; close: () => void }) {
  const client = useQueryClient();
  const row = `${kind.kind} ${kept?.id ?? "new"}`;
  const [item, setItem] = useHeld<Item>(
    row,
    kept?.item ?? { kind: kind.kind, name: "", source: "", unit: "in", facts: {} },
  );
  const put = (facts: Partial<Item>) => setItem((now) => ({ ...now, ...facts }));
  const [errors, setErrors] = useState<FieldError[]>([]);
  const wrong = (path: string) => {
    const error = errors.find((e) => e.path === path);
    return error && told(error);
  };
  const sent = useMutation({ mutationFn: (send: () => Promise<unknown>) => send() });
  const act = async (send: () => Promise<unknown>) => {
    try {
      await sent.mutateAsync(send);
      setItem(null);
      await renew(client, STOCK_KEY);
      close();
    } catch (failure) {
      if (!(failure instanceof ApiProblem)) throw failure;
      const stale = failure.conflict && [
        { path: "", reason: "someone changed this row since you opened it", accepted: "close it and open it again" },
      ];
      setErrors(
        stale ?? (failure.errors.length ? failure.errors : [{ path: "", reason: failure.message, accepted: "" }]),
      );
    }
  };
  const save = () =>
    act(() =>
      kept
        ? ask(
            api.PUT("/api/stock/{item_id}", {
              params: { path: { item_id: kept.id } },
              body: { version: kept.version, item },
            }),
          )
        : ask(api.POST("/api/stock", { body: item })),
    );
  const known = new Set(["name", "source", ...kind.facts.map((f) => `facts.${f.name}`)]);
  return (
    <form
      className={styles.stockEditor}
      aria-label={kept ? `Change ${kept.item.name}` : `New in ${kind.title.toLowerCase()}`}
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <TextInput
        data-autofocus
        data-walk
        label="Name"
        maxLength={80}
        value={item.name}
        error={wrong("name")}
        onChange={(e) => put({ name: e.currentTarget.value })}
      />
      <TextInput
        data-walk
        label="From which sheet or list"
        maxLength={200}
        value={item.source}
        error={wrong("source")}
        onChange={(e) => put({ source: e.currentTarget.value })}
      />
      <SegmentedControl
        aria-label="Unit of bare numbers"
        value={item.unit}
        onChange={(unit) => put({ unit })}
        data={["in", "mm"]}
      />
      <div className={styles.stockFields}>
        {kind.facts.map((f) => {
          const change = (value: string | undefined) =>
            setItem((now) => ({ ...now, facts: { ...now.facts, [f.name]: value ?? "" } }));
          return f.kind ? (
            <LengthField
              key={f.name}
              label={f.label}
              kind={f.kind}
              path={`${row} facts.${f.name}`}
              unit={item.unit}
              value={item.facts?.[f.name] || undefined}
              error={errors.find((e) => e.path === `facts.${f.name}`)}
              onChange={change}
            />
          ) : (
            <TextInput
              key={f.name}
              label={f.label}
              data-walk
              value={item.facts?.[f.name] ?? ""}
              error={wrong(`facts.${f.name}`)}
              onChange={(e) => change(e.currentTarget.value)}
            />
          );
        })}
      </div>
      {errors
        .filter((e) => !known.has(e.path))
        .map((e) => (
          <p role="alert" className="error" key={e.reason}>
            {told(e)}
          </p>
        ))}
      <div className="row">
        <Button type="submit" color="dark">
          Write it down
        </Button>
        <Button
          variant="default"
          onClick={() => {
            setItem(null);
            close();
          }}
        >
          Leave it
        </Button>
        {kept && (
          <Button
            variant="subtle"
            color="red"
            onClick={() =>
              void act(() =>
                ask(
                  api.DELETE("/api/stock/{item_id}", {
                    params: { path: { item_id: kept.id }, query: { version: kept.version } },
                  }),
                ),
              )
            }
          >
            Strike it out
          </Button>
        )}
      </div>
    </form>
  );
}
