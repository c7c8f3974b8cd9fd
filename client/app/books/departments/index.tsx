import { DepartmentsScreen } from '~/screens';

export default DepartmentsScreen;
