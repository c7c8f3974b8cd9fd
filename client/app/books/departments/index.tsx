import { DepartmentsScreen } from '~/features/departments';

export default DepartmentsScreen;
