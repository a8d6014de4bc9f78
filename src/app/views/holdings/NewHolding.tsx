import { Form, Input, InputNumber, Modal, Select } from 'antd';
import { useNavigate } from 'react-router';
import { newHolding } from '../../../core/holding/new-holding.ts';
import { newId } from '../../store/ids.ts';
import { addHolding } from '../../store/shelf.ts';
import { CURRENCIES } from './currencies.ts';

interface Answers {
  readonly name: string;
  readonly latitude: number;
  readonly longitude: number;
  readonly units: 'metric' | 'us';
  readonly currency: string;
}

/** Asks what a holding needs before anything can be drawn: a name, a place, units, a currency. */
export function NewHolding({ onClose, onProblem }: { onClose(): void; onProblem(reason: unknown): void }) {
  const [form] = Form.useForm<Answers>();
  const navigate = useNavigate();
  const make = async (answers: Answers) => {
    const id = newId();
    try {
      await addHolding(newHolding({ ...answers, name: answers.name.trim(), id }));
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
      onOk={() => form.submit()}
      destroyOnHidden
    >
      <Form
        form={form}
        layout="vertical"
        requiredMark={false}
        initialValues={{ name: '', latitude: 52, longitude: -20, units: 'metric', currency: 'EUR' }}
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
          <Input autoFocus onPressEnter={() => form.submit()} />
        </Form.Item>
        <div className="pair">
          <Form.Item
            name="latitude"
            label="Latitude, degrees"
            extra="South is negative."
            rules={[{ required: true, type: 'number', min: -85, max: 85, message: 'Between -85 and 85 degrees.' }]}
          >
            <InputNumber step={0.1} />
          </Form.Item>
          <Form.Item
            name="longitude"
            label="Longitude, degrees"
            extra="West is negative."
            rules={[{ required: true, type: 'number', min: -180, max: 180, message: 'Between -180 and 180 degrees.' }]}
          >
            <InputNumber step={0.1} />
          </Form.Item>
        </div>
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
