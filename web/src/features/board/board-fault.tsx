import { Button } from "@mantine/core";
import type { BoardState } from "./use-board";
import classes from "./board.module.css";

/** Why the Board stands as it was, what is still right, and a way to try again. */
export function BoardFault({ board }: { board: BoardState }) {
  const { fault, view, busy, retry } = board;
  if (!fault) return null;
  const still = view
    ? "What is drawn here is from before the last change and was right then. Everything typed is kept."
    : "Nothing could be worked out yet. Everything typed is kept.";
  return (
    <div role="alert" className={classes.error} data-testid="board-fault">
      <p>
        {fault.kind === "case"
          ? `The readings cannot be worked out as they stand: ${fault.message}`
          : "Working it out failed."}{" "}
        {still}
      </p>
      {fault.kind === "case" ? null : (
        <Button variant="default" loading={busy} onClick={retry}>
          Try again
        </Button>
      )}
    </div>
  );
}
