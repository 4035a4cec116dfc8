import { SurveyStage } from '@/features/survey/SurveyStage';

export default function Page() {
  return <SurveyStage />;
}
