export { FormScreen as default } from '../../../features/form/FormScreen';
