import { Plain } from './Plain.tsx';

export default function NotFound() {
  return (
    <Plain
      title="Not in the register"
      text="There is no drawing at this address. It may have been opened in another register."
    />
  );
}
