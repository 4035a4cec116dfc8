import { FileUp, Search } from 'lucide-react';
import { FileButton } from '@/ui/FileButton';
import { inputClass } from '@/ui/primitives';

/** The top bar of the jobs: find one, import a file. */
export function JobsHead({
  words,
  onWords,
  onFile,
}: {
  words: string;
  onWords: (words: string) => void;
  onFile: (file: File) => void;
}) {
  return (
    <header className="shell-top border-b border-ink bg-paper">
      <div className="shell-brand">
        <span className="text-[17px] font-bold">Nestle</span>
        <h1 className="font-bold">Jobs</h1>
      </div>
      <label className="shell-find relative flex items-center px-4">
        <Search size={16} className="absolute left-7 text-muted" aria-hidden="true" />
        <span className="sr-only">Find a job</span>
        <input
          type="search"
          placeholder="Find by name or building"
          className={`${inputClass} w-full max-w-[430px] pl-9`}
          value={words}
          onChange={(e) => onWords(e.target.value)}
        />
      </label>
      <div className="shell-tools flex items-center justify-end gap-2 px-3">
        <FileButton label="Job file" accept=".json,.zip,application/json,application/zip" onFile={onFile}>
          <FileUp size={15} /> Import job file
        </FileButton>
      </div>
    </header>
  );
}
