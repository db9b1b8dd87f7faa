// The API's reference page. No validator is asked: nothing leaves this machine.
window.SwaggerUIBundle({ url: '/api/openapi.json', dom_id: '#reference', validatorUrl: null, supportedSubmitMethods: [] })
