export { RiskScreen as default } from '../../../../../../features/risk/RiskScreen';
