import Link from "next/link";
import classes from "./pager.module.css";

/** Ways to the page before and after; nothing where there is one page only. */
export function Pager({
  page,
  pages,
  href,
}: {
  /** From 0. */
  page: number;
  pages: number;
  href: (page: number) => string;
}) {
  if (pages < 2) return null;
  return (
    <nav className={`${classes.pager} no-print`} aria-label="Pages of this list">
      {page > 0 ? <Link href={href(page - 1)}>Page before</Link> : <span />}
      <span>
        Page {page + 1} of {pages}
      </span>
      {page < pages - 1 ? <Link href={href(page + 1)}>Page after</Link> : <span />}
    </nav>
  );
}
