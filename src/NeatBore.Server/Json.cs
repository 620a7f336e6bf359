using System.Collections.Concurrent;
using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using Microsoft.AspNetCore.OpenApi;
using NeatBore.Core;
using NeatBore.Core.Calculators;

namespace NeatBore.Server;

/// <summary>How the wire is written: the core's records by its generated serialisers, the server's few wrappers by reflection.</summary>
internal static class Json
{
    public static JsonSerializerOptions Wire { get; } =
        Configured(new JsonSerializerOptions(JsonSerializerDefaults.Web), CalculatorBook.Default);

    public static JsonTypeInfo<T> Of<T>() => (JsonTypeInfo<T>)Wire.GetTypeInfo(typeof(T));

    public static JsonSerializerOptions Configured(JsonSerializerOptions options, CalculatorBook book)
    {
        options.TypeInfoResolverChain.Clear();
        options.TypeInfoResolverChain.Add(CoreWire.For(book).TypeInfoResolver!);
        options.NumberHandling = JsonNumberHandling.Strict;
        options.AllowOutOfOrderMetadataProperties = true;
        options.RespectNullableAnnotations = true;
        options.RespectRequiredConstructorParameters = true;
        return options;
    }

    /// <summary>The description that the front end's types are made from.</summary>
    public static void Describe(OpenApiOptions api)
    {
        var types = new ConcurrentDictionary<string, JsonTypeInfo>(StringComparer.Ordinal);
        api.CreateSchemaReferenceId = SchemaName;
        api.AddDocumentTransformer(
            (document, _, _) =>
            {
                // The address that this copy happens to run at is no part of the contract.
                document.Servers?.Clear();
                PlainReferences.Restore(document, types);
                return Task.CompletedTask;
            }
        );
        api.AddSchemaTransformer(
            (schema, context, _) =>
            {
                if (SchemaName(context.JsonTypeInfo) is { } name)
                {
                    types[name] = context.JsonTypeInfo;
                }

                // What is worked out from the rest is always there, though no constructor asks for it; but where it may be null.
                foreach (
                    var worked in context.JsonTypeInfo.Properties.Where(p =>
                        p is { Set: null, AssociatedParameter: null, Get: not null } && Nullable.GetUnderlyingType(p.PropertyType) is null
                    )
                )
                {
                    (schema.Required ??= new HashSet<string>()).Add(worked.Name);
                }

                return Task.CompletedTask;
            }
        );
    }

    /// <summary>A nested type's name carries its calculator's: InterferenceFitRequest, SquarenessAnswer.</summary>
    public static string? SchemaName(JsonTypeInfo type) =>
        OpenApiOptions.CreateDefaultSchemaReferenceId(type) is { } name
            ? type.Type.DeclaringType is { } calculator
                ? calculator.Name + name
                : name
            : null;
}
