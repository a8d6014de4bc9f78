import { Button, Modal, Select } from 'antd';
import { useRef, useState } from 'react';
import { dropListed, putListed } from '../../../../core/holding/means-commands.ts';
import type { Supplier } from '../../../../core/holding/supplier-schema.ts';
import {
  COLUMNS,
  headingKey,
  joined,
  nameKey,
  type Columns,
  type PriceList,
} from '../../../../core/files/price-list.ts';
import { counted, formatMoney } from '../../../../core/units/quantities.ts';
import type { PricesRead } from '../../../workers/bring-in.worker.ts';
import { FilePick } from '../../../parts/fields/FilePick.tsx';
import { NameField } from '../../../parts/fields/NameField.tsx';
import { NumberField } from '../../../parts/fields/NumberField.tsx';
import { useShown } from '../../../store/derived.ts';
import { listMemory, rememberList } from '../../../store/list-memory.ts';
import { newId } from '../../../store/ids.ts';
import { run } from '../../../store/session.ts';

/** The steward's own suppliers: a price list brought from a file, its terms, and the names in it that nobody here knows. */
export function OwnSuppliers({ name, keys }: { name(key: string): string; keys: readonly string[] }) {
  const { suppliers, currency, species } = useShown();
  const input = useRef<HTMLInputElement>(null);
  const [read, setRead] = useState<{ file: string; list: PriceList } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  /** A list whose columns have to be said first. */
  const [asked, setAsked] = useState<{ file: File; headings: readonly string[] } | null>(null);
  const bring = async (file: File) => {
    try {
      const { bringIn } = await import('../../../workers/bring-in.ts');
      const memory = await listMemory();
      const list = await bringIn<PricesRead>(file, (worker, bytes) =>
        worker.prices(bytes, file.name, { species, currency }, memory),
      );
      if ('headings' in list) {
        setProblem(list.sentence);
        if (list.headings.length > 1) setAsked({ file, headings: list.headings });
      } else {
        setRead({ file: file.name, list });
        setProblem(null);
      }
    } catch (reason) {
      setProblem((reason as Error).message);
    }
  };
  return (
    <>
      <h2>Your own suppliers</h2>
      <Button size="small" onClick={() => input.current?.click()}>
        Bring a price list
      </Button>
      <FilePick input={input} label="Price list" accept=".csv,.txt,.xlsx" onPick={(file) => void bring(file)} />
      {problem && (
        <p className="reading is-caution" role="alert">
          {problem}
        </p>
      )}
      {asked && (
        <WhichColumns
          headings={asked.headings}
          onSaid={(columns) => {
            setAsked(null);
            void rememberList({ columns, names: {} }).then(() => bring(asked.file));
          }}
          onClose={() => setAsked(null)}
        />
      )}
      {suppliers.map((supplier) => (
        <Terms key={supplier.id} supplier={supplier} />
      ))}
      {read && (
        <Matched
          file={read.file}
          list={read.list}
          keys={keys}
          name={name}
          money={(cents) => formatMoney(cents, currency)}
          onClose={() => setRead(null)}
        />
      )}
    </>
  );
}

const COLUMN_WORDS: Readonly<Record<keyof Columns, string>> = {
  item: 'the name',
  price: 'the price',
  stock: 'size or stock',
  pack: 'pieces in a pack',
  left: 'how many are left',
};

/** Which column of a list is what, said once for lists with these headings. */
function WhichColumns({
  headings,
  onSaid,
  onClose,
}: {
  headings: readonly string[];
  onSaid(columns: Readonly<Record<string, keyof Columns>>): void;
  onClose(): void;
}) {
  const [said, setSaid] = useState<Readonly<Record<string, keyof Columns>>>({});
  const known = new Set(Object.values(said));
  return (
    <Modal
      open
      title="Which column is what"
      okText="Read it so"
      okButtonProps={{ disabled: !known.has('item') || !known.has('price') }}
      onOk={() => onSaid(said)}
      onCancel={onClose}
      cancelText="Leave it"
    >
      <p>Name and price are needed. What you say is remembered for lists with these headings.</p>
      {headings.filter(Boolean).map((heading) => (
        <div className="field" key={heading}>
          <label htmlFor={`column-${heading}`}>{heading}</label>
          <Select
            id={`column-${heading}`}
            value={said[headingKey(heading)] ?? ''}
            options={[
              { value: '', label: 'nothing that matters' },
              ...COLUMNS.map((value) => ({ value, label: COLUMN_WORDS[value] })),
            ]}
            onChange={(value: keyof Columns | '') => {
              const { [headingKey(heading)]: _, ...rest } = said;
              setSaid(value ? { ...rest, [headingKey(heading)]: value } : rest);
            }}
          />
        </div>
      ))}
    </Modal>
  );
}

/** What was found in a list, and what its unknown names are, before it is kept. */
function Matched({
  file,
  list,
  keys,
  name,
  money,
  onClose,
}: {
  file: string;
  list: PriceList;
  keys: readonly string[];
  name(key: string): string;
  money(cents: number): string;
  onClose(): void;
}) {
  const [meant, setMeant] = useState<Readonly<Record<number, string>>>({});
  const keep = () => {
    const offers = new Map(list.offers.map((offer) => [offer.key, offer]));
    const names: Record<string, string> = {};
    for (const { line, item, size, offer } of list.unmatched) {
      const key = meant[line];
      if (!key) continue;
      names[nameKey(item, size)] = key;
      offers.set(key, joined(offers.get(key), { key, ...offer }));
    }
    void rememberList({ columns: {}, names });
    run(
      putListed(
        'suppliers',
        {
          id: newId(),
          name: file.replace(/\.\w+$/, '').slice(0, 80) || 'Supplier',
          kind: [...offers.keys()].some((key) => key.includes('|')) ? 'nursery' : 'merchant',
          delivery: 0,
          freeFrom: null,
          least: 0,
          leadDays: 14,
          season: '',
          offers: [...offers.values()],
        },
        'price list brought',
      ),
    );
    onClose();
  };
  return (
    <Modal open title={file} okText="Keep this supplier" onOk={keep} onCancel={onClose} cancelText="Leave it">
      <p>
        {counted(list.offers.length, 'thing')} understood
        {list.unmatched.length > 0 ? `, ${counted(list.unmatched.length, 'name')} not known here` : ''}.
      </p>
      {list.unmatched.slice(0, 40).map(({ line, item, offer }) => (
        <div className="field" key={line}>
          <label htmlFor={`meant-${line}`}>
            Line {line}: {item}, {money(offer.packs[0]!.price)}
          </label>
          <Select
            id={`meant-${line}`}
            showSearch={{ optionFilterProp: 'label' }}
            value={meant[line] ?? ''}
            options={[{ value: '', label: 'leave it out' }, ...keys.map((key) => ({ value: key, label: name(key) }))]}
            onChange={(key) => setMeant({ ...meant, [line]: key })}
          />
        </div>
      ))}
    </Modal>
  );
}

/** On what terms one of the steward's own suppliers delivers. */
function Terms({ supplier }: { supplier: Supplier }) {
  const put = (changes: Partial<Supplier>) =>
    run(putListed('suppliers', { ...supplier, ...changes }, 'terms of a supplier'));
  const amount = (label: string, key: 'delivery' | 'least') => (
    <div className="field">
      <label htmlFor={`${key}-${supplier.id}`}>{label}</label>
      <NumberField
        id={`${key}-${supplier.id}`}
        min={0}
        max={1e6}
        precision={2}
        value={supplier[key] / 100}
        onEnter={(next) => put({ [key]: Math.round((next ?? 0) * 100) })}
      />
    </div>
  );
  return (
    <div className="kit">
      <div className="pair">
        <NameField value={supplier.name} onName={(name) => put({ name })} />
        {amount('Delivery', 'delivery')}
        {amount('Least order', 'least')}
      </div>
      <span className="soft">{counted(supplier.offers.length, 'thing')} on its list</span>{' '}
      <Button size="small" danger onClick={() => run(dropListed('suppliers', supplier.id, 'a supplier taken out'))}>
        Take out
      </Button>
    </div>
  );
}
