import { Modal } from 'antd';

export function KeysHelp({ keys, onClose }: { keys: readonly (readonly [string, string])[]; onClose(): void }) {
  return (
    <Modal open title="Keys" footer={null} onCancel={onClose} width={420}>
      <dl className="keys">
        {keys.map(([key, does]) => (
          <div key={key}>
            <dt>
              <kbd>{key}</kbd>
            </dt>
            <dd>{does}</dd>
          </div>
        ))}
      </dl>
    </Modal>
  );
}
