import { GivenViews } from './GivenViews.tsx';

export default function ViewsPage() {
  return <GivenViews />;
}
