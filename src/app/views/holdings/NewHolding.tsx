import { Form, Input, Modal, Select, type InputRef } from 'antd';
import { useRef } from 'react';
import { useNavigate } from 'react-router';
import { newHolding } from '../../../core/holding/new-holding.ts';
import type { Holding } from '../../../core/holding/schema.ts';
import { PlaceField } from '../../parts/fields/PlaceField.tsx';
import { newId } from '../../store/ids.ts';
import { addHolding } from '../../store/shelf.ts';
import { CURRENCIES } from '../../parts/fields/currencies.ts';

interface Answers {
  readonly name: string;
  readonly place: Holding['place'];
  readonly units: 'metric' | 'us';
  readonly currency: string;
}

/** Asks what a holding needs before anything can be drawn: a name, a place, units, a currency. */
export function NewHolding({ onClose, onProblem }: { onClose(): void; onProblem(reason: unknown): void }) {
  const navigate = useNavigate();
  const first = useRef<InputRef>(null);
  const make = async ({ name, place, ...of }: Answers) => {
    const id = newId();
    try {
      await addHolding(newHolding({ ...of, ...place, name: name.trim(), id }));
      await navigate(`/h/${id}/ground`);
    } catch (reason) {
      onProblem(reason);
      onClose();
    }
  };
  return (
    <Modal
      open
      title="New holding"
      okText="Make it"
      cancelText="Leave it"
      onCancel={onClose}
      okButtonProps={{ htmlType: 'submit', form: 'new-holding' }}
      afterOpenChange={(open) => open && first.current?.focus()}
      destroyOnHidden
    >
      <Form<Answers>
        id="new-holding"
        layout="vertical"
        requiredMark={false}
        initialValues={{ name: '', units: 'metric', currency: 'EUR' }}
        onFinish={(answers) => void make(answers)}
      >
        <Form.Item
          name="name"
          label="Name"
          rules={[
            { required: true, whitespace: true, message: 'Give it a name, so that you find it again.' },
            { max: 80, message: 'At most 80 letters.' },
          ]}
        >
          <Input ref={first} autoFocus />
        </Form.Item>
        <Form.Item
          name="place"
          rules={[{ required: true, message: 'Say where it is: the seasons and the sun hang on it.' }]}
        >
          <PlaceOfForm />
        </Form.Item>
        <div className="pair">
          <Form.Item name="units" label="Units">
            <Select
              options={[
                { value: 'metric', label: 'Metric' },
                { value: 'us', label: 'US customary' },
              ]}
            />
          </Form.Item>
          <Form.Item name="currency" label="Currency">
            <Select showSearch options={CURRENCIES.map((value) => ({ value, label: value }))} />
          </Form.Item>
        </div>
      </Form>
    </Modal>
  );
}

/** The form hands in what it has once it has it. */
const PlaceOfForm = ({
  value = null,
  onChange = () => undefined,
}: {
  value?: Holding['place'] | null;
  onChange?(place: Holding['place'] | null): void;
}) => <PlaceField value={value} onChange={onChange} />;
