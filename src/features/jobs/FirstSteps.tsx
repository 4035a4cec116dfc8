/** For as long as there are only demo jobs: three lines on what to try. */
export function FirstSteps() {
  return (
    <ol className="m-6 max-w-xl list-decimal border border-rule bg-paper py-3 pr-5 pl-9 text-[14px] leading-relaxed">
      <li>
        Open <b>Quay House</b> and press <kbd className="rounded-[2px] border border-strong px-1">2</kbd>:
        five places are dead or short.
      </li>
      <li>
        Press <kbd className="rounded-[2px] border border-strong px-1">3</kbd>, choose a unit at the left,
        click where it goes, and drag it. All results update.
      </li>
      <li>
        Press <kbd className="rounded-[2px] border border-strong px-1">6</kbd> and take simulated runs. See
        which spots are now met.
      </li>
    </ol>
  );
}
