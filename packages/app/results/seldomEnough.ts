/** Of the page's time, what pictures of running work may take. */
const SHARE = 0.1;
/** In milliseconds: however long a picture takes, another one follows. */
const LONGEST_WAIT = 2000;

/**
 * Has pictures of running work come as seldom as drawing them is slow, so that the page has its time for whoever uses it:
 * a picture is passed over until the one before has taken no more than a tenth of the time since.
 *
 * @param draw shows a picture; what it takes is the time until the page gets round to something else
 * @param later calls back when the page has nothing else to do first
 */
export function seldomEnough(
  now: () => number = () => performance.now(),
  later: (then: () => void) => unknown = then => setTimeout(then),
): (draw: () => void) => void {
  let [due, drawing] = [-Infinity, false];
  return draw => {
    const began = now();
    if (drawing || began < due) return;
    drawing = true;
    draw();
    later(() => {
      const took = now() - began;
      due = began + Math.min(took / SHARE, took + LONGEST_WAIT);
      drawing = false;
    });
  };
}
