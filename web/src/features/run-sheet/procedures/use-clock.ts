import { useEffect, useState } from "react";

/**
 * The time by a clock that is right [ms], told anew each second. A device whose clock is
 * set back while the page is open goes on from where it was.
 * @param fault - what is added to the device's clock [ms]
 */
export function useClock(fault: number): number {
  const [now, setNow] = useState(() => Date.now() + fault);
  useEffect(() => {
    let last = Date.now() + fault;
    let mark = performance.now();
    const tell = () => {
      const passed = performance.now() - mark;
      // The steady clock stands while a device sleeps, and the other one may be set: the later of both is right.
      last = Math.max(last + passed, Date.now() + fault);
      mark = performance.now();
      setNow(last);
    };
    const timer = setInterval(tell, 1000);
    document.addEventListener("visibilitychange", tell);
    return () => {
      clearInterval(timer);
      document.removeEventListener("visibilitychange", tell);
    };
  }, [fault]);
  return now;
}
