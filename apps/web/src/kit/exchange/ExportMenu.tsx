import { exchangeText } from '@gangway/messages/web/kit/exchange';
import { say } from '@gangway/messages/say';
import { FileOutput } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import type { Kit } from '@gangway/contract/kit';
import { KIND_NAMES } from '@gangway/core/kit/item';
import { KINDS } from '@gangway/core/kit/registry';
import { download } from '../../ui/download';

/** The kit as files: everything as JSON, one kind as CSV, or all kinds as CSV in one archive. */
export function ExportMenu({ kit }: { readonly kit: Kit }) {
  const items = kit.items.map(({ item }) => item);
  // The code that writes files is fetched when the first one is asked for.
  const exchange = () => import('@gangway/contract/kitExchange');
  const json = async () => download('kit.json', 'application/json', (await exchange()).kitJson(kit));
  const csv = async (kind: (typeof KIND_NAMES)[number]) => download(`${kind}.csv`, 'text/csv', (await exchange()).kitCsv(kind, items));
  const archive = async () => {
    const [{ kitCsv }, { strToU8, zipSync }] = await Promise.all([exchange(), import('fflate')]);
    download(
      'kit-csv.zip',
      'application/zip',
      zipSync(Object.fromEntries(KIND_NAMES.map((kind) => [`${kind}.csv`, strToU8(kitCsv(kind, items))]))),
    );
  };
  const entry = (words: string, onSelect: () => Promise<void>) => (
    <DropdownMenu.Item
      key={words}
      onSelect={() => void onSelect()}
      className="rounded-sm px-2.5 py-1 text-sm outline-none data-highlighted:bg-sunk"
    >
      {words}
    </DropdownMenu.Item>
  );
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger className="flex w-full items-center gap-1.5 rounded-md border-l-3 border-transparent px-2.5 py-1 hover:bg-sunk">
        <FileOutput size={14} aria-hidden /> {exchangeText.export}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="start" className="z-40 min-w-56 rounded-md border border-rule bg-sheet p-1 shadow-raised">
          {entry(exchangeText.everythingAsJson, json)}
          {entry(exchangeText.allKindsAsCsvIn, archive)}
          <DropdownMenu.Separator className="my-1 h-px bg-hairline" />
          {KIND_NAMES.map((kind) => entry(say(exchangeText.asCsv, { plural: KINDS[kind].plural }), () => csv(kind)))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
