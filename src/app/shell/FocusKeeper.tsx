import { useEffect } from 'react';

/** What can have the focus. */
const REACHED =
  'a[href], button:not([disabled]), input:not([disabled]), select:not([disabled]), textarea:not([disabled]), summary, [tabindex="0"]';
/** So many before and after the one that has the focus are kept in mind. */
const NEAR = 12;
/** Bars that every stage has: who was in the stage stays in it. */
const BARS = '.top-bar, .rail';
const DIALOG = '[role="dialog"]';

/**
 * Keeps the focus where the hands are: when what has it is taken away (a remedy that is done, a stage that is left), it goes
 * to what came next there, else to what came before, else to the stage. Without it whoever works by keyboard begins anew at
 * the top of the page.
 */
export function FocusKeeper() {
  useEffect(() => {
    let had: { readonly one: HTMLElement; readonly near: readonly HTMLElement[] } | null = null;
    const seen = ({ target }: FocusEvent) => {
      if (!(target instanceof HTMLElement)) return;
      const all = [...document.querySelectorAll<HTMLElement>(REACHED)];
      const at = all.indexOf(target);
      const near = [
        ...all.slice(at + 1, at + 1 + NEAR),
        ...all.slice(Math.max(0, at - NEAR), Math.max(0, at)).reverse(),
      ];
      // A dialog gives the focus back to who had it when it opened.
      const from = had && target.closest(DIALOG) && !had.one.closest(DIALOG) ? [had.one, ...had.near] : [];
      const within = had && target.closest(DIALOG) && had.one.closest(DIALOG) ? had.near : [];
      had = { one: target, near: [...from, ...within, ...(at < 0 ? [] : near)] };
    };
    // While a key is down the focus stays where it is: the same Enter would press whatever it came to.
    let held = false;
    let byPointer = false;
    const mend = () => {
      if (held || !had || document.activeElement !== document.body) return;
      const { one, near } = had;
      if (one.isConnected && one.checkVisibility()) {
        had = null; // it was let go, by a press on the plan
        return;
      }
      const inBars = one.closest(BARS) !== null;
      // By mouse the hands are elsewhere: a letter that is pressed next must not be typed into a field.
      const taken =
        !byPointer &&
        near.some((to) => {
          if (!to.checkVisibility() || !(inBars || !to.closest(BARS)) || !to.matches(REACHED)) return false;
          to.focus();
          // What is seen may still take no focus, as on a sheet that is closing.
          return document.activeElement === to;
        });
      if (!taken) focusStage();
    };
    let timer: ReturnType<typeof setTimeout> | undefined;
    const soon = () => {
      clearTimeout(timer);
      timer = setTimeout(mend, 100);
    };
    const down = () => {
      held = true;
      byPointer = false;
    };
    const pressed = () => (byPointer = true);
    const up = () => {
      held = false;
      soon();
    };
    // Only what is taken away can lose the focus; a stage that is still being fetched is waited for.
    const watcher = new MutationObserver(soon);
    watcher.observe(document.body, { childList: true, subtree: true });
    document.addEventListener('focusin', seen);
    document.addEventListener('keydown', down, true);
    document.addEventListener('keyup', up, true);
    document.addEventListener('pointerdown', pressed, true);
    document.addEventListener('focusout', soon);
    return () => {
      watcher.disconnect();
      clearTimeout(timer);
      document.removeEventListener('focusin', seen);
      document.removeEventListener('keydown', down, true);
      document.removeEventListener('keyup', up, true);
      document.removeEventListener('pointerdown', pressed, true);
      document.removeEventListener('focusout', soon);
    };
  }, []);
  return null;
}

/** Gives the focus to the stage's own part of the page. */
export function focusStage(): void {
  const main = document.querySelector('main');
  if (!main) return;
  if (!main.hasAttribute('tabindex')) main.tabIndex = -1;
  main.focus({ preventScroll: true });
}
