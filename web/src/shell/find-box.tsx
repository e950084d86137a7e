"use client";

import "@mantine/core/styles/Overlay.css";
import "@mantine/core/styles/Modal.css";
import "@mantine/core/styles/ModalBase.css";
import "@mantine/core/styles/CloseButton.css";
import "@mantine/core/styles/ScrollArea.css";
import "@mantine/core/styles/Paper.css";
import "@mantine/spotlight/styles.css";
import { useDebouncedCallback } from "@mantine/hooks";
import { createSpotlight, Spotlight } from "@mantine/spotlight";
import { useEffect, useRef, useState } from "react";
import * as z from "zod/mini";
import classes from "./find-box.module.css";
import { useGo } from "./go";

const foundList = z.array(
  z.object({
    group: z.string(),
    id: z.string(),
    title: z.string(),
    about: z.string(),
    href: z.string(),
  }),
);
type FoundList = z.infer<typeof foundList>;

const [store, box] = createSpotlight();

/** Between two letters somebody types [ms]. */
const PAUSE = 120;

const WORDS = {
  nothing: "Nothing has all of these words.",
  first: "Type a tag, a place, a serial number, a cause, a word of an entry, a name.",
  failed: "The server did not answer. Type on, or try again in a moment.",
} as const;

/**
 * One box that finds anything by its words, as they are typed.
 * @param asked - how often it was asked for: it opens each time
 */
export function FindBox({ asked }: { asked: number }) {
  const go = useGo();
  const [text, setText] = useState("");
  const [found, setFound] = useState<{ readonly of: string; readonly list: FoundList } | null>(
    null,
  );
  const [failed, setFailed] = useState(false);
  const latest = useRef("");
  useEffect(() => box.open(), [asked]);
  const ask = useDebouncedCallback(async (words: string) => {
    latest.current = words;
    if (words.trim() === "") {
      setFound(null);
      return;
    }
    try {
      const answer = await fetch(`/find?words=${encodeURIComponent(words)}`);
      if (!answer.ok) throw new Error(String(answer.status));
      const list = foundList.parse(await answer.json());
      // Answers may overtake each other: only the one to what stands there counts.
      if (latest.current !== words) return;
      setFound({ of: words, list });
      setFailed(false);
    } catch {
      if (latest.current === words) setFailed(true);
    }
  }, PAUSE);
  const list = text.trim() === "" ? [] : (found?.list ?? []);
  const groups = [...new Set(list.map((f) => f.group))];
  return (
    <Spotlight.Root
      store={store}
      query={text}
      onQueryChange={(words) => {
        setText(words);
        ask(words);
      }}
      shortcut={null}
      clearQueryOnClose
      scrollable
      maxHeight="min(70dvh, 560px)"
      overlayProps={{ blur: 0, backgroundOpacity: 0.4 }}
      classNames={{ content: classes.content ?? "" }}
      attributes={{ content: { "aria-label": "Find anything" } }}
    >
      <Spotlight.Search
        placeholder="Find a pump, place, serial, cause, word …"
        aria-label="Find anything"
        data-autofocus
        onKeyDown={(event) => {
          // Enter goes to the first of them where none was gone to with the arrows.
          const [first] = list;
          if (event.key !== "Enter" || !first || store.getState().selected >= 0) return;
          box.close();
          go.to(first.href);
        }}
      />
      <Spotlight.ActionsList>
        {groups.map((group) => (
          <Spotlight.ActionsGroup key={group} label={group} className={classes.group ?? ""}>
            {list
              .filter((f) => f.group === group)
              .map((f) => (
                <Spotlight.Action
                  key={f.id}
                  onClick={() => go.to(f.href)}
                  data-found={f.id}
                  highlightQuery={false}
                >
                  <span className={classes.row}>
                    <b>{f.title}</b>
                    <span>{f.about}</span>
                  </span>
                </Spotlight.Action>
              ))}
          </Spotlight.ActionsGroup>
        ))}
        {list.length === 0 ? (
          <Spotlight.Empty>
            {failed ? WORDS.failed : found && found.of === text ? WORDS.nothing : WORDS.first}
          </Spotlight.Empty>
        ) : null}
      </Spotlight.ActionsList>
    </Spotlight.Root>
  );
}
