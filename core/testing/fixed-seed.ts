/** Properties are tried on the same cases each time: a red run is red again when repeated. */
import fc from "fast-check";

fc.configureGlobal({ seed: 20261125 });
