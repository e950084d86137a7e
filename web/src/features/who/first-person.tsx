import { PageHead } from "@/shell/page-head";
import { LazyPersonForm } from "./lazy-person-form";

/** Instead of any page while nobody is in the list: readings need a name to carry. */
export function FirstPerson() {
  return (
    <main>
      <PageHead
        title="Who are you?"
        about="Nobody is in the list yet. Readings, acknowledgements and signatures carry a name."
      />
      <LazyPersonForm back="/" />
    </main>
  );
}
